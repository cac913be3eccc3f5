import { lotLabels } from '@/modules/spawning/views/labels';
import { labelSvg, labelsPdf } from '@/server/papers/labels';
import { db } from '../../../_server/database';
import { idOf } from '../../../_server/idOf';
import { pdfReply } from '../../../_server/pdfReply';
import { requirePerson } from '../../../_server/session';

/** Labels of the units that a lot stands in: all on a sheet (PDF), or one as SVG with `?unit=J3`. */
export async function GET(request: Request, { params }: { params: Promise<{ lot: string }> }): Promise<Response> {
  const person = await requirePerson();
  const url = new URL(request.url);
  const host = request.headers.get('host') ?? url.host;
  const labels = await lotLabels(db(), person.siteId, idOf((await params).lot), {
    origin: `${url.protocol}//${host}`,
    timeZone: person.timeZone,
  });
  const unit = url.searchParams.get('unit');
  if (unit !== null) {
    const label = labels.find((l) => l.unit === unit);
    if (!label) return new Response('This lot does not stand there.', { status: 404 });
    return new Response(labelSvg(label), { headers: { 'content-type': 'image/svg+xml', 'cache-control': 'no-store' } });
  }
  if (labels.length === 0) return new Response('This lot stands nowhere now.', { status: 404 });
  return pdfReply(await labelsPdf(labels, 'Labels'), 'labels.pdf');
}
