import { containersOf, inspectionsOf } from '@/modules/health/inspections';
import { inspectionPdf } from '@/modules/health/papers/inspectionPaper';
import { db } from '../../../_server/database';
import { idIn } from '../../../_server/idOf';
import { pdfReply } from '../../../_server/pdfReply';
import { requirePerson } from '../../../_server/session';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const person = await requirePerson();
  const id = idIn((await params).id);
  const [row] = id === undefined ? [] : await inspectionsOf(db(), person.siteId, id);
  if (!row) return new Response('There is no such inspection.', { status: 404 });
  return pdfReply(
    await inspectionPdf(row, await containersOf(db(), row), person.siteName, person.timeZone),
    `inspection-${row.id}.pdf`,
  );
}
