import { cupsPdf } from '@/modules/rearing/papers/cups';
import { bagsOf, feedRowsOf } from '@/modules/rearing/screens/day/feedRow';
import { hallView } from '@/modules/rearing/views/hall';
import { livingStock } from '@/server/stock/livingStock';
import { db, now } from '../../_server/database';
import { pdfReply } from '../../_server/pdfReply';
import { requirePerson } from '../../_server/session';

export async function GET(): Promise<Response> {
  const person = await requirePerson();
  const at = now();
  const us = person.units === 'us';
  const hall = await hallView(db(), person, at, await livingStock(db(), person, at));
  const rows = feedRowsOf(hall, { timeZone: person.timeZone, now: at, us });
  return pdfReply(await cupsPdf(bagsOf(rows), rows, person.siteName, at, person.timeZone, us), 'cups.pdf');
}
