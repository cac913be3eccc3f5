import { roundSheetPdf } from '@/modules/incubation/papers/roundSheet';
import { routine } from '@/modules/incubation/views/routine';
import { livingStock } from '@/server/stock/livingStock';
import { db, now } from '../../_server/database';
import { pdfReply } from '../../_server/pdfReply';
import { requirePerson } from '../../_server/session';

export async function GET(): Promise<Response> {
  const person = await requirePerson();
  const at = now();
  const holdings = await livingStock(db(), person, at);
  return pdfReply(
    await roundSheetPdf(holdings, await routine(db(), person, at, holdings), person.siteName, at, person.timeZone),
    'round.pdf',
  );
}
