import { releasePaperPdf } from '@/features/print/pdf';
import { releasePaper } from '@/queries/releases';
import { db } from '../../_server/database';
import { pdfReply } from '../../_server/pdfReply';
import { requirePerson } from '../../_server/session';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const person = await requirePerson();
  const paper = await releasePaper(db(), person.siteId, Number((await params).id));
  if (!paper) return new Response('There is no such paper.', { status: 404 });
  return pdfReply(await releasePaperPdf(paper, person.timeZone), `release-${paper.number}.pdf`);
}
