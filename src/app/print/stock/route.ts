import { stockListPdf } from '@/modules/records/papers/stockList';
import { stockList } from '@/modules/records/views/stockList';
import { db, now } from '../../_server/database';
import { pdfReply } from '../../_server/pdfReply';
import { requirePerson } from '../../_server/session';
import { stockQuery } from '../../_server/stockQuery';

export async function GET(request: Request): Promise<Response> {
  const person = await requirePerson();
  const q = stockQuery(new URL(request.url).searchParams, now(), person.timeZone);
  return pdfReply(
    await stockListPdf(await stockList(db(), person.siteId, q.asOf, q.by, q.knownAt), person.siteName, person.timeZone),
    'stock.pdf',
  );
}
