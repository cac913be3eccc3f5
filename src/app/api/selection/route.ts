import { fishOf, selectionRows } from '@/modules/selection/onBench';
import { db, now } from '../../_server/database';
import { idIn } from '../../_server/idOf';
import { signedIn } from '../../_server/session';

/** What came in a little earlier is sent once more: a clock's tick may hold two of them. */
const OVERLAP_MS = 3000;

/** Fish of a selection that were judged, or changed, since a device last asked. */
export async function GET(request: Request): Promise<Response> {
  const person = await signedIn();
  if (!person) return Response.json({}, { status: 401 });
  const asked = new URL(request.url).searchParams;
  const id = idIn(asked.get('of') ?? undefined);
  const since = idIn(asked.get('since') ?? undefined) ?? 0;
  const [row] = id === undefined ? [] : await selectionRows(db(), person.siteId, { id });
  if (!row) return Response.json({ message: 'There is no such selection.' }, { status: 404 });
  const at = now();
  return Response.json(
    {
      at,
      open: row.entrySeq === null && row.overAt === null,
      fish: (await fishOf(db(), [row.id], { since: since - OVERLAP_MS })).get(row.id),
    },
    { headers: { 'cache-control': 'no-store' } },
  );
}
