import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { grown } from './standings';

const DAY = 86_400_000;

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

type Row = Omit<StockRow, 'sd'> & {
  id: number;
  sd: number;
  exposure: number;
  exposureAt: number;
  driftId: number | null;
  driftSd: number | null;
  driftMean: number | null;
  lastOrderAt: number;
};

/**
 * All living stock as it stood at an instant, by the books as known now. The doubt of totals is that which the holdings
 * share: loadings of all postings until then are added by source before they are squared. Two queries, and the book.
 */
export async function stockList(db: Db, siteId: number, asOf: number, by: GroupBy): Promise<StockList> {
  const [rows] = (await db.raw(
    `SELECT h.id, t.species, t.name AS lot, t.id AS lotId, u.name AS unit, r.name AS room, h.stage, p.number, p.sd,
            p.exposure, p.exposure_at AS exposureAt, d.id AS driftId, d.sd AS driftSd, d.mean AS driftMean, h.last_order_at AS lastOrderAt
       FROM (SELECT id FROM holding WHERE site_id = ? AND number > 0 AND opened_at <= ?
             UNION ALL SELECT id FROM holding WHERE site_id = ? AND number = 0 AND last_order_at > ? AND opened_at <= ?) w
       JOIN holding h ON h.id = w.id JOIN lot t ON t.id = h.lot_id JOIN unit u ON u.id = h.unit_id JOIN room r ON r.id = u.room_id
       JOIN holding_point p ON p.holding_id = h.id AND (p.order_at, p.day_rank, p.order_seq, p.entry_seq) = (
         SELECT q.order_at, q.day_rank, q.order_seq, q.entry_seq FROM holding_point q WHERE q.holding_id = h.id AND q.order_at <= ?
         ORDER BY q.order_at DESC, q.day_rank DESC, q.order_seq DESC, q.entry_seq DESC LIMIT 1)
       LEFT JOIN error_source d ON d.name = CONVERT(CONCAT('drift:', h.lot_id, '|', h.unit_id, '|', h.stage) USING ascii)
      WHERE p.number > 0
      ORDER BY t.species, t.name, r.walk_order, u.place_y, u.place_x, u.id`,
    [siteId, asOf, siteId, asOf, asOf, asOf],
  )) as [Row[]];
  const [book, loadings] = await Promise.all([speciesBook(db, siteId), loadingsOf(db, rows, asOf)]);
  const list = rows.map(
    (r): StockRow => ({
      lot: r.lot,
      lotId: r.lotId,
      unit: r.unit,
      room: r.room,
      number: r.number,
      sd: grown(r, r.exposure, r.exposureAt, r.driftSd ?? 0, r.driftMean ?? 0, asOf).sd,
      species: book.get(r.species)?.name ?? r.species,
      stage: book.get(r.species)?.stages.find((s) => s.id === r.stage)?.name ?? r.stage,
    }),
  );
  const groups = new Map<string, { number: number; ids: number[] }>();
  list.forEach((r, i) => {
    const g = groups.get(r[by]) ?? { number: 0, ids: [] };
    g.number += r.number;
    g.ids.push(rows[i]!.id);
    groups.set(r[by], g);
  });
  return {
    asOf,
    rows: list,
    totals: [...groups].map(([key, g]) => ({ by: key, number: g.number, sd: sdTogether(loadings, g.ids) })),
    number: list.reduce((s, r) => s + r.number, 0),
    sd: sdTogether(
      loadings,
      rows.map((r) => r.id),
    ),
  };
}

type Loading = { holding: number; source: number; c: number; sd: number };

/** Loadings of each holding at an instant, its own unseen loss since its last full count among them. */
async function loadingsOf(db: Db, rows: readonly Row[], asOf: number): Promise<Map<number, Loading[]>> {
  const ids = rows.map((r) => r.id);
  const out = new Map<number, Loading[]>(ids.map((id) => [id, []]));
  if (ids.length === 0) return out;
  // Where nothing was entered after the instant, the loadings that stand are those of the instant: no history to add up.
  const found = (
    rows.every((r) => r.lastOrderAt <= asOf)
      ? await db('holding_loading as l')
          .join('error_source as s', 's.id', 'l.source_id')
          .whereIn('l.holding_id', ids)
          .select({ holding: 'l.holding_id', source: 's.id', c: 'l.coefficient', sd: 's.sd' })
      : await db('posting as p')
          .join('posting_loading as l', 'l.posting_id', 'p.id')
          .join('error_source as s', 's.id', 'l.source_id')
          .where('p.account', 'holding')
          .whereIn('p.holding_id', ids)
          .where('p.order_at', '<=', asOf)
          .whereNull('p.superseded_seq')
          .groupBy('p.holding_id', 's.id', 's.sd')
          .select({ holding: 'p.holding_id', source: 's.id', sd: 's.sd' }, db.raw('SUM(l.coefficient) AS c'))
  ) as Loading[];
  for (const l of found) out.get(l.holding)!.push(l);
  for (const r of rows)
    if (r.driftId !== null && r.driftSd)
      out.get(r.id)!.push({
        holding: r.id,
        source: r.driftId,
        c: r.exposure + (r.number * Math.max(0, asOf - r.exposureAt)) / DAY,
        sd: r.driftSd,
      });
  return out;
}

/** Standard deviation of the sum of some holdings: what they share is added before it is squared. */
function sdTogether(loadings: ReadonlyMap<number, readonly Loading[]>, ids: readonly number[]): number {
  const sums = new Map<number, { c: number; sd: number }>();
  for (const id of ids)
    for (const l of loadings.get(id) ?? []) sums.set(l.source, { c: (sums.get(l.source)?.c ?? 0) + l.c, sd: l.sd });
  return Math.sqrt([...sums.values()].reduce((v, s) => v + (s.c * s.sd) ** 2, 0));
}
