import type { Trx } from '../connection';
import type { EntryRow, HoldingRow } from './rows';

/** Where an entry stands in the order of the books. */
export type Position = [orderAt: number, rank: number, orderSeq: number, seq: number];
export const positionOf = (e: EntryRow): Position => [e.order_at, e.day_rank, e.order_seq ?? e.seq, e.seq];
export const lastOf = (h: HoldingRow): Position => [h.last_order_at, h.last_rank, h.last_order_seq, h.last_seq];

export function comparePosition(a: Position, b: Position): number {
  for (let i = 0; i < 4; i++) if (a[i] !== b[i]) return a[i]! - b[i]!;
  return 0;
}

/**
 * Everything from an instant on that hangs together with the given holdings: entries on them, holdings that these
 * entries touch, and whatever stands or stood since then in the same units (for the rule of one lot a unit).
 */
export async function lineage(
  trx: Trx,
  seeds: readonly HoldingRow[],
  from: number,
  except: ReadonlySet<number>,
): Promise<{ holdings: HoldingRow[]; entries: EntryRow[] }> {
  const holdings = new Map(seeds.map((h) => [h.id, h]));
  const seen = new Set<number>();
  let frontier = [...holdings.keys()];
  while (frontier.length > 0) {
    const touching = await trx('holding_point')
      .whereIn('holding_id', frontier)
      .where('order_at', '>=', from)
      .distinct('entry_seq')
      .pluck('entry_seq');
    const fresh = touching.filter((s) => !seen.has(s));
    for (const s of fresh) seen.add(s);
    const reached =
      fresh.length === 0
        ? []
        : await trx('holding_point').whereIn('entry_seq', fresh).distinct('holding_id').pluck('holding_id');
    const units = [...new Set([...holdings.values()].map((h) => h.unit_id))];
    const rows = await trx('holding as h')
      .join('unit as u', 'u.id', 'h.unit_id')
      .where((q) => {
        q.whereIn('h.id', reached.length > 0 ? reached : [0]);
        q.orWhere((b) =>
          b
            .whereIn('h.unit_id', units)
            .where('u.shared', false)
            .where((c) => c.where('h.number', '>', 0).orWhere('h.last_order_at', '>=', from)),
        );
      })
      .select<HoldingRow[]>('h.*');
    frontier = [];
    for (const h of rows)
      if (!holdings.has(h.id)) {
        holdings.set(h.id, h);
        frontier.push(h.id);
      }
  }
  const seqs = [...seen].filter((s) => !except.has(s));
  const entries = seqs.length === 0 ? [] : ((await trx('entry').whereIn('seq', seqs)) as EntryRow[]);
  return { holdings: [...holdings.values()], entries };
}
