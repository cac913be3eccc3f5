import { gameteLabels } from '@/modules/spawning/views/labels';
import { labelsPdf } from '@/server/papers/labels';
import { db, now } from '../../../_server/database';
import { idOf } from '../../../_server/idOf';
import { pdfReply } from '../../../_server/pdfReply';
import { requirePerson } from '../../../_server/session';

/** Labels for the containers of the donors of a spawning day, on a sheet. */
export async function GET(request: Request, { params }: { params: Promise<{ day: string }> }): Promise<Response> {
  const person = await requirePerson();
  const url = new URL(request.url);
  const labels = await gameteLabels(db(), person.siteId, idOf((await params).day), {
    origin: `${url.protocol}//${request.headers.get('host') ?? url.host}`,
    timeZone: person.timeZone,
    now: now(),
  });
  if (labels.length === 0) return new Response('No fish is on this day.', { status: 404 });
  return pdfReply(await labelsPdf(labels, 'Donors'), 'donors.pdf');
}
