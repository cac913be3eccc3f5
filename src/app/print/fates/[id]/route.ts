import { fatePaperPdf } from '@/modules/moves/papers/fatePaper';
import { fatesOf } from '@/modules/moves/views/fates';
import { db } from '../../../_server/database';
import { pdfReply } from '../../../_server/pdfReply';
import { requirePerson } from '../../../_server/session';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const person = await requirePerson();
  const [found] = await fatesOf(db(), person.siteId, { entryId: (await params).id });
  if (!found) return new Response('Nothing left the hatchery by that entry.', { status: 404 });
  return pdfReply(
    await fatePaperPdf(found, { site: person.siteName, timeZone: person.timeZone, us: person.units === 'us' }),
    `what became of ${found.lot}.pdf`,
  );
}
