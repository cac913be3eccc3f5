import { setUpSheetPdf } from '@/modules/spawning/papers/setUpSheet';
import { dayView } from '@/modules/spawning/views/day';
import { places } from '@/server/stock/places';
import { db, now } from '../../../_server/database';
import { idOf } from '../../../_server/idOf';
import { pdfReply } from '../../../_server/pdfReply';
import { requirePerson } from '../../../_server/session';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const person = await requirePerson();
  const at = now();
  const [view, where] = await Promise.all([
    dayView(db(), person, idOf((await params).id), at),
    places(db(), person.siteId),
  ]);
  if (!view) return new Response('There is no such spawning day.', { status: 404 });
  return pdfReply(
    await setUpSheetPdf(view, {
      site: person.siteName,
      timeZone: person.timeZone,
      now: at,
      us: person.units === 'us',
      units: new Map(where.map((w) => [w.id, w.name])),
    }),
    'set-up sheet.pdf',
  );
}
