import { entryToCorrect } from '@/modules/entryToCorrect';
import { db } from '../../../_server/database';
import { signedIn } from '../../../_server/session';

/** One entry with what the form needs that corrects it. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const person = await signedIn();
  if (!person) return Response.json({}, { status: 401 });
  if (person.role === 'reader') return Response.json({}, { status: 403 });
  const found = await entryToCorrect(db(), person.siteId, (await params).id);
  return Response.json(found ?? {}, { status: found ? 200 : 404, headers: { 'cache-control': 'no-store' } });
}
