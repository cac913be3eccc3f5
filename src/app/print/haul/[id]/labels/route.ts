import { haulLabels } from '@/modules/transport/views/haulLabels';
import { haulViews } from '@/modules/transport/views/hauls';
import { labelsPdf } from '@/server/papers/labels';
import { db, now } from '../../../../_server/database';
import { idIn } from '../../../../_server/idOf';
import { pdfReply } from '../../../../_server/pdfReply';
import { requirePerson } from '../../../../_server/session';

/** A label for every tank, bag and box of a haul. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const person = await requirePerson();
  const id = idIn((await params).id);
  const [haul] = id === undefined ? [] : await haulViews(db(), person.siteId, now(), id);
  if (!haul) return new Response('There is no such haul.', { status: 404 });
  const url = new URL(request.url);
  const labels = haulLabels(haul, {
    origin: `${url.protocol}//${request.headers.get('host') ?? url.host}`,
    timeZone: person.timeZone,
    siteName: person.siteName,
  });
  if (labels.length === 0) return new Response('Nothing is loaded.', { status: 404 });
  return pdfReply(await labelsPdf(labels, `Haul ${haul.id}`), `haul-${haul.id}-labels.pdf`);
}
