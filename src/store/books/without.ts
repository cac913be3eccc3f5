import { derive } from '@/core/books/derive';
import type { Act } from '@/core/books/entry';
import { compareEntries } from '@/core/books/order';
import { BookRefused } from '@/core/books/refusal';
import { type BookContext, type BookState, copyState } from '@/core/books/state';
import type { Trx } from '../connection';
import { comparePosition, lineage, positionOf } from './lineage';
import { type EntryRow, fromJson, type HoldingRow, toBookEntry } from './rows';
import { addLots, stateBefore } from './stateOf';

/** Holdings as they would have stood without one entry. A row whose holding is missing in `state` did not stand. */
export type Without = { rows: ReadonlyMap<number, HoldingRow>; state: BookState };

/**
 * How the holdings that an entry touched, and all that hangs together with them, would have stood without it: just
 * before its own place in the order (`until` null), or at an instant. Whoever puts the entry right decides by this:
 * what "all that is left" was, which lot stood there, what the books said before the count.
 *
 * Later entries that cannot stand without it are left out: the recording that follows derives them anew, and refuses
 * if they cannot stand then either.
 */
export async function stateWithout(
  trx: Trx,
  entry: EntryRow,
  until: number | null,
  context: () => Promise<BookContext>,
): Promise<Without> {
  const touched = await trx('holding as h')
    .join('holding_point as p', 'p.holding_id', 'h.id')
    .where('p.entry_seq', entry.seq)
    .select<HoldingRow[]>('h.*');
  if (touched.length === 0) return { rows: new Map(), state: await stateBefore(trx, [], entry.order_at) };
  const { holdings, entries } = await lineage(trx, touched, entry.order_at, new Set([entry.seq]));
  const rows = new Map(holdings.map((h) => [h.id, h]));
  const between = entries.filter((e) =>
    until === null ? comparePosition(positionOf(e), positionOf(entry)) < 0 : e.order_at <= until,
  );
  const lots = [
    ...new Set(holdings.map((h) => h.lot_id)),
    ...between.flatMap((e) => fromJson<Act[]>(e.acts)).flatMap((a) => (a.act === 'bring' ? [Number(a.to.lot)] : [])),
  ];
  let state = await stateBefore(trx, holdings, entry.order_at);
  await addLots(trx, state, lots, [entry.seq, ...between.map((e) => e.seq)]);
  if (between.length === 0) return { rows, state };
  const known = await context();
  for (const e of between.map(toBookEntry).sort(compareEntries)) {
    const trial = copyState(state);
    try {
      derive(trial, e, known);
      state = trial;
    } catch (error) {
      if (!(error instanceof BookRefused)) throw error;
    }
  }
  return { rows, state };
}
