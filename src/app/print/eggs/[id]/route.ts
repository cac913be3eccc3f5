import { shipmentPdf } from '@/modules/moves/papers/shipment';
import { shipment } from '@/modules/moves/views/shipment';
import { db } from '../../../_server/database';
import { pdfReply } from '../../../_server/pdfReply';
import { requirePerson } from '../../../_server/session';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const person = await requirePerson();
  const found = await shipment(db(), person.siteId, (await params).id);
  if (!found) return new Response('There is no such shipment.', { status: 404 });
  return pdfReply(
    await shipmentPdf(found, { site: person.siteName, timeZone: person.timeZone, us: person.units === 'us' }),
    `eyed eggs ${found.lot}.pdf`,
  );
}
