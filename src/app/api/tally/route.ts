import { tallyOf } from '@/modules/sorting/views/tally';
import { db, now } from '../../_server/database';
import { idIn } from '../../_server/idOf';
import { signedIn } from '../../_server/session';

/** What several tally in one unit, for the one who asks how far the others are. */
export async function GET(request: Request): Promise<Response> {
  const person = await signedIn();
  if (!person) return Response.json({}, { status: 401 });
  const unit = idIn(new URL(request.url).searchParams.get('unit') ?? undefined);
  const own = unit && (await db()('unit').where({ id: unit, site_id: person.siteId }).first('id'));
  if (!own) return Response.json({ message: 'There is no such unit.' }, { status: 404 });
  return Response.json(await tallyOf(db(), own.id, now()), { headers: { 'cache-control': 'no-store' } });
}
