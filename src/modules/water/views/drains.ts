import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';
import type { Drain } from '../acts/drain/act';

/** A tank whose drain is not as it should stay. */
export type DrainOpen = { unitId: number; unit: string; state: Exclude<Drain, 'shut'>; since: number; stands: boolean };

/** What was said of a drain longer ago says nothing of it now. */
const FORGOTTEN_MS = 7 * DAY_MS;

const rowsOf = (db: Db, until: number) =>
  db('observation')
    .where({ kind: 'drain' })
    .whereNotNull('unit_id')
    .where('at', '<=', until)
    .where('at', '>', until - FORGOTTEN_MS)
    .orderBy(['at', 'id'])
    .select<{ unit: number; at: number; said: Drain }[]>({ unit: 'unit_id', at: 'at', said: 'said' });

/** Since when each unit is as it is: the first of the lines that say the same. */
function standing(rows: readonly { unit: number; at: number; said: Drain }[]) {
  const now = new Map<number, { state: Drain; since: number }>();
  for (const r of rows) {
    const before = now.get(r.unit);
    const open = before && before.state !== 'shut' && r.said !== 'shut';
    now.set(r.unit, { state: r.said, since: open ? before.since : r.at });
  }
  return now;
}

/** How the drain of a unit stands, where it is not shut. One statement. */
export async function drainOf(db: Db, unitId: number, at: number): Promise<{ state: Drain; since: number } | null> {
  const own = standing(await rowsOf(db, at).where({ unit_id: unitId })).get(unitId);
  return own && own.state !== 'shut' ? own : null;
}

/** Tanks that are lowered, or stand without their standpipe, the longest first. Two statements at most. */
export async function drainsOpen(db: Db, siteId: number, now: number): Promise<DrainOpen[]> {
  const units = db('unit').where({ site_id: siteId, retired: false }).select('id');
  const open = [...standing(await rowsOf(db, now).whereIn('unit_id', units))].filter(([, d]) => d.state !== 'shut');
  if (open.length === 0) return [];
  const named = await db('unit as u')
    .whereIn(
      'u.id',
      open.map(([id]) => id),
    )
    .select<{ id: number; name: string; stands: number }[]>(
      'u.id',
      'u.name',
      db.raw('EXISTS (SELECT 1 FROM holding AS h WHERE h.unit_id = u.id AND h.number > 0) AS stands'),
    );
  return open
    .flatMap(([id, d]): DrainOpen[] => {
      const u = named.find((x) => x.id === id);
      return u
        ? [
            {
              unitId: id,
              unit: u.name,
              state: d.state as DrainOpen['state'],
              since: d.since,
              stands: Boolean(u.stands),
            },
          ]
        : [];
    })
    .sort((a, b) => a.since - b.since);
}
