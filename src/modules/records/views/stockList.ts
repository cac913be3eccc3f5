import { kindsSay } from '@/core/brood/strainAndSex';
import { DAY_MS } from '@/core/time/spans';
import { grown } from '@/server/stock/stockNow';
import type { Db } from '@/store/connection';
import { lotKinds } from '@/store/lotKinds';
import { speciesBook } from '@/store/species';
import type { StockGroup } from '../stockGroups';

export type StockRow = {
  species: string;
  lot: string;
  lotId: number;
  unit: string;
  room: string;
  stage: string;
  /** Strain and sex of its lot; empty where none is known. */
  strain: string;
  number: number;
  sd: number;
};
export type StockList = {
  asOf: number;
  /** The books as they were known at this instant; null: as known now. */
  knownAt: number | null;
  rows: StockRow[];
  totals: { by: string; number: number; sd: number }[];
  number: number;
  sd: number;
};

type Row = Omit<StockRow, 'sd' | 'strain'> & {
  id: number;
  sd: number;
  exposure: number;
  exposureAt: number;
  driftId: number | null;
  driftSd: number | null;
  driftMean: number | null;
  lastOrderAt: number;
};

/** What stood at an instant, holding by holding, and what the holdings owe to each source of doubt. */
export type StockAt = Pick<StockList, 'asOf' | 'knownAt' | 'rows'> & {
  ids: number[];
  loadings: ReadonlyMap<number, readonly Loading[]>;
};

/**
 * All living stock as it stood at an instant: by the books as known now, or as they were known at the instant `knownAt`
 * (what was recorded or corrected later is then left out, with the doubt that the numbers had).
 */
export async function stockAt(db: Db, siteId: number, asOf: number, knownAt?: number): Promise<StockAt> {
  const seq = knownAt === undefined ? null : await lastKnownSeq(db, siteId, knownAt);
  const rows = seq === null ? await standingNow(db, siteId, asOf) : await standingAsKnown(db, siteId, asOf, seq);
  const [book, loadings, kinds] = await Promise.all([
    speciesBook(db, siteId),
    loadingsOf(db, rows, asOf, seq),
    lotKinds(db, [...new Set(rows.map((r) => r.lotId))]),
  ]);
  return {
    asOf,
    knownAt: knownAt ?? null,
    ids: rows.map((r) => r.id),
    loadings,
    rows: rows.map((r) => ({
      lot: r.lot,
      lotId: r.lotId,
      unit: r.unit,
      room: r.room,
      number: r.number,
      sd: grown(r, r.exposure, r.exposureAt, r.driftSd ?? 0, r.driftMean ?? 0, asOf).sd,
      species: book.get(r.species)?.name ?? r.species,
      strain: kindsSay(kinds.get(r.lotId) ?? []),
      stage: book.get(r.species)?.stages.find((s) => s.id === r.stage)?.name ?? r.stage,
    })),
  };
}

/**
 * Stock with its totals. The doubt of totals is that which the holdings share: loadings are added by source before they
 * are squared.
 */
export function stockBy(stock: StockAt, by: StockGroup): StockList {
  const groups = new Map<string, { number: number; ids: number[] }>();
  stock.rows.forEach((r, i) => {
    // A strain is one of its species.
    const key = by === 'strain' ? `${r.species}, ${r.strain || 'strain not known'}` : r[by];
    const g = groups.get(key) ?? { number: 0, ids: [] };
    g.number += r.number;
    g.ids.push(stock.ids[i]!);
    groups.set(key, g);
  });
  return {
    asOf: stock.asOf,
    knownAt: stock.knownAt,
    rows: stock.rows,
    totals: [...groups].map(([key, g]) => ({ by: key, number: g.number, sd: sdTogether(stock.loadings, g.ids) })),
    number: stock.rows.reduce((s, r) => s + r.number, 0),
    sd: sdTogether(stock.loadings, stock.ids),
  };
}

/** As `stockAt`, with the totals of `stockBy`. */
export async function stockList(
  db: Db,
  siteId: number,
  asOf: number,
  by: StockGroup,
  knownAt?: number,
): Promise<StockList> {
  return stockBy(await stockAt(db, siteId, asOf, knownAt), by);
}

/** The last entry that had been recorded by an instant; 0 when none had. */
async function lastKnownSeq(db: Db, siteId: number, instant: number): Promise<number> {
  const row = await db('entry')
    .where({ site_id: siteId })
    .where('recorded_at', '<=', instant)
    .orderBy('recorded_at', 'desc')
    .orderBy('seq', 'desc')
    .first('seq');
  return row?.seq ?? 0;
}

const WHERE_IT_STOOD = `JOIN lot t ON t.id = h.lot_id JOIN unit u ON u.id = h.unit_id JOIN room r ON r.id = u.room_id
       LEFT JOIN error_source d ON d.name = CONVERT(CONCAT('drift:', h.lot_id, '|', h.unit_id, '|', h.stage) USING ascii)
      WHERE p.number > 0
      ORDER BY t.species, t.name, r.walk_order, u.place_y, u.place_x, u.id`;
const COLUMNS = `h.id, t.species, t.name AS lot, t.id AS lotId, u.name AS unit, r.name AS room, h.stage, p.number, p.sd,
       p.exposure, p.exposure_at AS exposureAt, d.id AS driftId, d.sd AS driftSd, d.mean AS driftMean, h.last_order_at AS lastOrderAt`;

/** By the books as known now: a holding that nothing touched since stands in its row, others in their last point. */
async function standingNow(db: Db, siteId: number, asOf: number): Promise<Row[]> {
  const [rows] = (await db.raw(
    `SELECT ${COLUMNS}
       FROM (SELECT id AS holding_id, number, sd, exposure, exposure_at FROM holding
              WHERE site_id = ? AND number > 0 AND opened_at <= ? AND last_order_at <= ?
             UNION ALL
             SELECT q.holding_id, q.number, q.sd, q.exposure, q.exposure_at
               FROM holding w JOIN holding_point q ON q.holding_id = w.id
                AND (q.order_at, q.day_rank, q.order_seq, q.entry_seq) = (
                  SELECT x.order_at, x.day_rank, x.order_seq, x.entry_seq FROM holding_point x
                   WHERE x.holding_id = w.id AND x.order_at <= ?
                   ORDER BY x.order_at DESC, x.day_rank DESC, x.order_seq DESC, x.entry_seq DESC LIMIT 1)
              WHERE w.site_id = ? AND w.last_order_at > ? AND w.opened_at <= ?) p
       JOIN holding h ON h.id = p.holding_id
       ${WHERE_IT_STOOD}`,
    [siteId, asOf, asOf, asOf, siteId, asOf, asOf],
  )) as [Row[]];
  return rows;
}

/** Holdings by the derivations that were in force after entry `seq`: today's that are as old, and those since replaced. */
async function standingAsKnown(db: Db, siteId: number, asOf: number, seq: number): Promise<Row[]> {
  // Only holdings that stand, changed after the instant, or were touched by what came to be known later can differ from nothing.
  const candidates = db.union([
    db('holding').where({ site_id: siteId }).where('number', '>', 0).select('id'),
    db('holding').where({ site_id: siteId }).where('last_order_at', '>', asOf).select('id'),
    db('holding_point_past').where('superseded_seq', '>', seq).select('holding_id'),
    db('holding_point').where('entry_seq', '>', seq).select('holding_id'),
  ] as never);
  const ids = (await db.from(candidates.as('c')).pluck<number[]>('id')).map(Number);
  if (ids.length === 0) return [];
  const point = 'holding_id, order_at, day_rank, order_seq, entry_seq, number, sd, exposure, exposure_at';
  const list = ids.join(',');
  const [rows] = (await db.raw(
    `SELECT ${COLUMNS}
       FROM (SELECT x.*, ROW_NUMBER() OVER (PARTITION BY holding_id ORDER BY order_at DESC, day_rank DESC, order_seq DESC, entry_seq DESC) AS latest
               FROM (SELECT ${point} FROM holding_point WHERE holding_id IN (${list}) AND order_at <= ? AND made_seq <= ?
                     UNION ALL SELECT ${point} FROM holding_point_past
                                WHERE holding_id IN (${list}) AND order_at <= ? AND made_seq <= ? AND superseded_seq > ?) x) p
       JOIN holding h ON h.id = p.holding_id AND p.latest = 1 AND h.site_id = ?
       ${WHERE_IT_STOOD}`,
    [asOf, seq, asOf, seq, seq, siteId],
  )) as [Row[]];
  return rows;
}

type Loading = { holding: number; source: number; c: number; sd: number };

/** Loadings of each holding at an instant, its own unseen loss since its last full count among them. */
async function loadingsOf(
  db: Db,
  rows: readonly Row[],
  asOf: number,
  seq: number | null,
): Promise<Map<number, Loading[]>> {
  const ids = rows.map((r) => r.id);
  const out = new Map<number, Loading[]>(ids.map((id) => [id, []]));
  if (ids.length === 0) return out;
  // Where nothing was entered after the instant, the loadings that stand are those of the instant: no history to add up.
  const found = (
    seq === null && rows.every((r) => r.lastOrderAt <= asOf)
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
          .modify((q) => {
            if (seq === null) q.whereNull('p.superseded_seq');
            else
              q.where('p.made_seq', '<=', seq).where((b) =>
                b.whereNull('p.superseded_seq').orWhere('p.superseded_seq', '>', seq),
              );
          })
          .groupBy('p.holding_id', 's.id')
          .select(
            { holding: 'p.holding_id', source: 's.id' },
            db.raw('SUM(l.coefficient) AS c'),
            // As it was when derived: a correction since may have made the same source more or less sure.
            db.raw('MAX(l.sd) AS sd'),
          )
  ) as Loading[];
  // A holding's own unseen loss is worked from its exposure; what postings carried off of it is in there already.
  const own = new Map(rows.map((r) => [r.id, r.driftId]));
  for (const l of found) if (l.source !== own.get(l.holding)) out.get(l.holding)!.push(l);
  for (const r of rows)
    if (r.driftId !== null && r.driftSd)
      out.get(r.id)!.push({
        holding: r.id,
        source: r.driftId,
        c: r.exposure + (r.number * Math.max(0, asOf - r.exposureAt)) / DAY_MS,
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
