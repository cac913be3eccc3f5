import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

export type StockRow = {
  species: string;
  lot: string;
  lotId: number;
  unit: string;
  room: string;
  stage: string;
  number: number;
  sd: number;
};
export type StockList = {
  asOf: number;
  rows: StockRow[];
  totals: { by: string; number: number; sd: number }[];
  number: number;
  sd: number;
};
type GroupBy = 'species' | 'lot' | 'unit' | 'stage';

/**
 * All living stock as it stood at an instant, by the books as known now. The doubt of totals is that which the holdings
 * share: loadings of all postings until then are added by source before they are squared.
 */
export async function stockList(db: Db, siteId: number, asOf: number, by: GroupBy): Promise<StockList> {
  const [rows] = (await db.raw(
    `SELECT h.id, t.species, t.name AS lot, t.id AS lotId, u.name AS unit, r.name AS room, h.stage, p.number, p.sd
       FROM (SELECT id FROM holding WHERE site_id = ? AND number > 0 AND opened_at <= ?
             UNION ALL SELECT id FROM holding WHERE site_id = ? AND number = 0 AND last_order_at > ? AND opened_at <= ?) w
       JOIN holding h ON h.id = w.id JOIN lot t ON t.id = h.lot_id JOIN unit u ON u.id = h.unit_id JOIN room r ON r.id = u.room_id
       JOIN holding_point p ON p.holding_id = h.id AND (p.order_at, p.day_rank, p.order_seq, p.entry_seq) = (
         SELECT q.order_at, q.day_rank, q.order_seq, q.entry_seq FROM holding_point q WHERE q.holding_id = h.id AND q.order_at <= ?
         ORDER BY q.order_at DESC, q.day_rank DESC, q.order_seq DESC, q.entry_seq DESC LIMIT 1)
      WHERE p.number > 0
      ORDER BY t.species, t.name, r.walk_order, u.place_y, u.place_x, u.id`,
    [siteId, asOf, siteId, asOf, asOf, asOf],
  )) as [(Omit<StockRow, 'species'> & { id: number; species: string })[]];
  const book = await speciesBook(db, siteId);
  const list = rows.map(({ id: _, ...r }) => ({
    ...r,
    species: book.get(r.species)?.name ?? r.species,
    stage: book.get(r.species)?.stages.find((s) => s.id === r.stage)?.name ?? r.stage,
  }));
  const groups = new Map<string, { number: number; ids: number[] }>();
  list.forEach((r, i) => {
    const g = groups.get(r[by]) ?? { number: 0, ids: [] };
    g.number += r.number;
    g.ids.push(rows[i]!.id);
    groups.set(r[by], g);
  });
  const variances = await sharedVariances(
    db,
    [...groups].map(([key, g]) => [key, g.ids] as const),
    rows,
    asOf,
  );
  const totals = [...groups].map(([key, g]) => ({ by: key, number: g.number, sd: Math.sqrt(variances.get(key) ?? 0) }));
  return {
    asOf,
    rows: list,
    totals,
    number: list.reduce((s, r) => s + r.number, 0),
    sd: Math.sqrt(variances.get('') ?? 0),
  };
}

/** Variance of each group's sum, and under '' of the whole; own unseen loss of each holding comes on top of what is shared. */
async function sharedVariances(
  db: Db,
  groups: readonly (readonly [string, readonly number[]])[],
  rows: readonly { id: number; sd: number }[],
  asOf: number,
): Promise<Map<string, number>> {
  const ids = groups.flatMap(([, g]) => [...g]);
  if (ids.length === 0) return new Map();
  const loadings = (await db('posting as p')
    .join('posting_loading as l', 'l.posting_id', 'p.id')
    .join('error_source as s', 's.id', 'l.source_id')
    .where('p.account', 'holding')
    .whereIn('p.holding_id', ids)
    .where('p.order_at', '<=', asOf)
    .whereNull('p.superseded_seq')
    .where('s.mean', 0)
    .groupBy('p.holding_id', 's.id')
    .select('p.holding_id', { source: 's.id' }, db.raw('SUM(l.coefficient) AS c'), db.raw('MAX(s.sd) AS sd'))) as {
    holding_id: number;
    source: number;
    c: number;
    sd: number;
  }[];
  const own = new Map<number, number>();
  for (const l of loadings) own.set(l.holding_id, (own.get(l.holding_id) ?? 0) + (l.c * l.sd) ** 2);
  // What a holding's sd holds beyond its measurements is its own drift, independent of the others'.
  const drift = new Map(rows.map((r) => [r.id, Math.max(0, r.sd ** 2 - (own.get(r.id) ?? 0))]));
  const byHolding = new Map<number, typeof loadings>();
  for (const l of loadings) (byHolding.get(l.holding_id) ?? byHolding.set(l.holding_id, []).get(l.holding_id)!).push(l);
  const variance = (members: readonly number[]) => {
    const sums = new Map<number, { c: number; sd: number }>();
    let v = 0;
    for (const id of members) {
      v += drift.get(id) ?? 0;
      for (const l of byHolding.get(id) ?? []) sums.set(l.source, { c: (sums.get(l.source)?.c ?? 0) + l.c, sd: l.sd });
    }
    for (const s of sums.values()) v += (s.c * s.sd) ** 2;
    return v;
  };
  const out = new Map(groups.map(([key, g]) => [key, variance(g)]));
  out.set('', variance(ids));
  return out;
}
