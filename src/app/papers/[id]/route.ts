import { releasePaperPdf } from '@/modules/moves/papers/releasePaper';
import { releasePaper } from '@/modules/moves/views/releases';
import { db } from '../../_server/database';
import { idIn } from '../../_server/idOf';
import { pdfReply } from '../../_server/pdfReply';
import { requirePerson } from '../../_server/session';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const person = await requirePerson();
  const id = idIn((await params).id);
  const paper = id === undefined ? null : await releasePaper(db(), person.siteId, id);
  if (!paper) return new Response('There is no such paper.', { status: 404 });
  return pdfReply(await releasePaperPdf(paper, person.timeZone, person.units === 'us'), `release-${paper.number}.pdf`);
}
