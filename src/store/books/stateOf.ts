import { type HoldingKey, keyOf } from '@/core/books/accounts';
import type { Composition } from '@/core/books/arithmetic';
import type { ErrorSource } from '@/core/books/doubt';
import { type BookState, driftSourceOf, emptyState, type Holding } from '@/core/books/state';
import type { Trx } from '../connection';
import type { HoldingRow, PointRow } from './rows';

export const keyOfRow = (r: { lot_id: number; unit_id: number; stage: string }): HoldingKey =>
  keyOf({ lot: String(r.lot_id), unit: String(r.unit_id), stage: r.stage });

/** Holdings with their loadings as they stand after their last entry. One statement: a plain record waits for it. */
export async function currentState(trx: Trx, rows: readonly HoldingRow[]): Promise<BookState> {
  const state = emptyState();
  if (rows.length === 0) return state;
  const names = rows.map((r) => driftSourceOf(keyOfRow(r)));
  const loadings = await trx('holding_loading as l')
    .join('error_source as s', 's.id', 'l.source_id')
    .whereIn(
      'l.holding_id',
      rows.map((r) => r.id),
    )
    .select<LoadingRow[]>('l.holding_id', 's.name', 's.sd', 's.mean', 's.df', 'l.coefficient')
    // The holdings' own drift: a source without a loading, since exposure stands for it. (A plain 0 would make the
    // column a DECIMAL, which the driver gives as text.)
    .unionAll(
      trx('error_source')
        .whereIn('name', names)
        .select(
          trx.raw('CAST(0 AS UNSIGNED) AS holding_id'),
          'name',
          'sd',
          'mean',
          'df',
          trx.raw('0e0 AS coefficient'),
        ),
    );
  fill(state, rows, loadings, (r) => ({
    number: r.number,
    exposure: r.exposure,
    exposureAt: r.exposure_at,
    closedAt: r.closed_at,
  }));
  return state;
}

/**
 * Holdings as they stood just before an instant: the last point before it, and the sum of all loadings posted until
 * then that are not superseded.
 */
export async function stateBefore(trx: Trx, rows: readonly HoldingRow[], instant: number): Promise<BookState> {
  const state = emptyState();
  const ids = rows.map((r) => r.id);
  if (ids.length === 0) return state;
  const last = await lastPointsBefore(trx, ids, instant);
  const standing = rows.filter((r) => last.has(r.id));
  const loadings = await trx('posting as p')
    .join('posting_loading as l', 'l.posting_id', 'p.id')
    .join('error_source as s', 's.id', 'l.source_id')
    .where('p.account', 'holding')
    .whereIn('p.holding_id', ids)
    .where('p.order_at', '<', instant)
    .whereNull('p.superseded_seq')
    .groupBy('p.holding_id', 's.id', 's.name', 's.sd', 's.mean', 's.df')
    .select<LoadingRow[]>(
      'p.holding_id',
      's.name',
      's.sd',
      's.mean',
      's.df',
      trx.raw('SUM(l.coefficient) as coefficient'),
    );
  fill(state, standing, loadings, (r) => {
    const p = last.get(r.id)!;
    return { number: p.number, exposure: p.exposure, exposureAt: p.exposure_at, closedAt: p.closed_at };
  });
  // A holding that opens only later gets its drift from the entry that opens it, as a replay from the start would.
  await addDriftSources(trx, state, standing);
  return state;
}

/** The last point of each holding before an instant, by holding id. */
export async function lastPointsBefore(
  trx: Trx,
  ids: readonly number[],
  instant: number,
): Promise<Map<number, PointRow>> {
  const points = await trx('holding_point as p')
    .join(
      trx('holding_point')
        .whereIn('holding_id', ids)
        .where('order_at', '<', instant)
        .groupBy('holding_id')
        .select('holding_id', trx.raw('MAX(order_at) as latest'))
        .as('m'),
      (on) => on.on('m.holding_id', 'p.holding_id').andOn('m.latest', 'p.order_at'),
    )
    .orderBy([{ column: 'p.day_rank' }, { column: 'p.order_seq' }, { column: 'p.entry_seq' }])
    .select<PointRow[]>('p.*');
  return new Map(points.map((p) => [p.holding_id, p]));
}

type LoadingRow = {
  holding_id: number;
  name: string;
  sd: number;
  mean: number;
  df: number | null;
  coefficient: number;
};

function fill(
  state: BookState,
  rows: readonly HoldingRow[],
  loadings: readonly LoadingRow[],
  rest: (r: HoldingRow) => Omit<Holding, 'loadings'>,
): void {
  const byHolding = new Map<number, Map<string, number>>();
  for (const l of loadings) {
    state.sources.set(l.name, { id: l.name, sd: l.sd, mean: l.mean, df: l.df });
    if (Math.abs(l.coefficient) < 1e-9) continue;
    const map = byHolding.get(l.holding_id) ?? new Map<string, number>();
    map.set(l.name, l.coefficient);
    byHolding.set(l.holding_id, map);
  }
  for (const r of rows) {
    const key = keyOfRow(r);
    const own = byHolding.get(r.id) ?? new Map<string, number>();
    // The holding's own drift is kept as exposure, not as a loading.
    own.delete(driftSourceOf(key));
    state.holdings.set(key, { ...rest(r), loadings: own });
  }
}

async function addDriftSources(trx: Trx, state: BookState, rows: readonly HoldingRow[]): Promise<void> {
  const names = rows.map((r) => driftSourceOf(keyOfRow(r))).filter((n) => !state.sources.has(n));
  if (names.length === 0) return;
  const found = await trx('error_source').whereIn('name', names).select('name', 'sd', 'mean', 'df');
  for (const s of found)
    state.sources.set(s.name, { id: s.name, sd: s.sd, mean: s.mean, df: s.df } satisfies ErrorSource);
}

/** Adds lots with their composition, except those that the given entries make (a replay makes them anew). */
export async function addLots(
  trx: Trx,
  state: BookState,
  lotIds: readonly number[],
  exceptMadeBy: readonly number[],
): Promise<void> {
  if (lotIds.length === 0) return;
  const shares = await trx('lot as t')
    .leftJoin('lot_share as s', (on) => on.on('s.lot_id', 't.id').andOnNull('s.superseded_seq'))
    .whereIn('t.id', [...lotIds])
    .select<
      {
        id: number;
        species: string;
        family: string | null;
        share: number | null;
        entry_seq: number | null;
      }[]
    >('t.id', 't.species', 's.family', 's.share', 's.entry_seq');
  const except = new Set(exceptMadeBy);
  const byLot = new Map<number, { species: string; composition: Composition; made: boolean }>();
  for (const s of shares) {
    if (s.family === null || except.has(s.entry_seq!)) continue;
    const lot = byLot.get(s.id) ?? { species: s.species, composition: {}, made: true };
    lot.composition[s.family] = s.share!;
    byLot.set(s.id, lot);
  }
  for (const [id, lot] of byLot)
    state.lots.set(String(id), { id: String(id), species: lot.species, composition: lot.composition });
}
