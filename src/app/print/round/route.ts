import { roundSheetPdf } from '@/features/print/pdf';
import { round } from '@/queries/round';
import { db, now } from '../../_server/database';
import { pdfReply } from '../../_server/pdfReply';
import { requirePerson } from '../../_server/session';

export async function GET(): Promise<Response> {
  const person = await requirePerson();
  const at = now();
  return pdfReply(
    await roundSheetPdf(await round(db(), person, at), person.siteName, at, person.timeZone),
    'round.pdf',
  );
}
