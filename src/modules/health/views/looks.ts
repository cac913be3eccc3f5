import { thresholds } from '@/core/thresholds';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';

/** A tank into which fish were moved, to be looked at again. */
export type LookDue = {
  unitId: number;
  unit: string;
  roomId: number;
  lot: string;
  /** When they were moved, and by when they are looked at. */
  at: number;
  dueAt: number;
};

/** Nobody looks again after so long: it has shown what it shows. */
const FORGOTTEN_MS = 4 * DAY_MS;
/** A look sooner than this after a move tells little. */
const SOON_MS = 4 * HOUR_MS;

/**
 * Tanks of fish that took some in from elsewhere, of which nobody has said since how they settled; those that are due
 * first. One statement.
 */
export async function looksDue(db: Db, siteId: number, now: number): Promise<LookDue[]> {
  const rows = await db('posting as p')
    .join('entry as e', 'e.seq', 'p.entry_seq')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('unit as u', 'u.id', 'h.unit_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .where({ 'e.site_id': siteId, 'p.account': 'holding' })
    .whereIn('e.kind', ['move', 'merge', 'pond', 'grade', 'arrival'])
    .whereBetween('p.order_at', [now - FORGOTTEN_MS, now + DAY_MS])
    .where('e.at', '<=', now)
    .whereNull('p.superseded_seq')
    .where('p.delta', '>', 0)
    .where('h.number', '>', 0)
    .whereIn('h.station', ['fry', 'fingerlings'])
    .whereNotExists(
      db('observation as o')
        .where('o.unit_id', db.ref('h.unit_id'))
        .where({ 'o.kind': 'looked' })
        .where('o.at', '>=', db.raw('e.at + ?', [SOON_MS]))
        .where('o.at', '<=', now)
        .select('o.id'),
    )
    .groupBy('u.id', 'u.name', 'u.room_id')
    .select<{ unitId: number; unit: string; roomId: number; lot: string; at: number }[]>(
      { unitId: 'u.id', unit: 'u.name', roomId: 'u.room_id' },
      db.raw('MAX(t.name) AS lot'),
      db.raw('MAX(e.at) AS `at`'),
    );
  const wait = thresholds.lookAgainHours.value * HOUR_MS;
  return rows.map((r) => ({ ...r, at: Number(r.at), dueAt: Number(r.at) + wait })).sort((a, b) => a.dueAt - b.dueAt);
}
