import { packingListPdf } from '@/modules/transport/papers/packingList';
import { haulViews } from '@/modules/transport/views/hauls';
import { db, now } from '../../../_server/database';
import { idIn } from '../../../_server/idOf';
import { pdfReply } from '../../../_server/pdfReply';
import { requirePerson } from '../../../_server/session';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const person = await requirePerson();
  const id = idIn((await params).id);
  const [haul] = id === undefined ? [] : await haulViews(db(), person.siteId, now(), id);
  if (!haul) return new Response('There is no such haul.', { status: 404 });
  return pdfReply(
    await packingListPdf(haul, person.siteName, person.timeZone, person.units === 'us'),
    `haul-${haul.id}.pdf`,
  );
}
