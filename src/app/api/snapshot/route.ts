import { snapshot } from '@/modules/frame/views/snapshot';
import { db, now } from '../../_server/database';
import { signedIn } from '../../_server/session';

export async function GET(): Promise<Response> {
  const person = await signedIn();
  if (!person) return Response.json({}, { status: 401 });
  return Response.json(await snapshot(db(), person.siteId, now()), { headers: { 'cache-control': 'no-store' } });
}
