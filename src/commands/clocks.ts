import type { Context } from './define';
import { queuePredictions } from './jobs';

/** More generations than any season has. */
const MOST_GENERATIONS = 8;

type Inflow = { child: number; number: string | number; clock: number | null };

/**
 * After an entry was put right: the thermal clocks of lots that were made of others (graded, mixed) follow those of the
 * lots they came from, by the numbers poured together. A clock that is not known stays unknown.
 */
export async function reworkClocks(c: Context, lots: readonly number[]): Promise<void> {
  const changed = new Set<number>();
  let frontier = [...new Set(lots)];
  for (let g = 0; g < MOST_GENERATIONS && frontier.length > 0; g++) {
    const children = (await c
      .trx('posting as p')
      .join('holding as h', 'h.id', 'p.holding_id')
      .join('posting as q', 'q.entry_seq', 'p.entry_seq')
      .join('holding as g', 'g.id', 'q.holding_id')
      .where({ 'p.account': 'holding', 'q.account': 'holding' })
      .whereNull('p.superseded_seq')
      .whereNull('q.superseded_seq')
      .where('p.delta', '<', 0)
      .where('q.delta', '>', 0)
      .whereIn('h.lot_id', frontier)
      .whereRaw('g.lot_id <> h.lot_id')
      .distinct('g.lot_id')
      .pluck('g.lot_id')) as number[];
    frontier = [];
    const inflows = children.length === 0 ? [] : await inflowsOf(c, children);
    for (const child of children) {
      const own = inflows.filter((i) => i.child === child);
      const total = own.reduce((s, i) => s + Number(i.number), 0);
      if (total === 0) continue;
      const known = own.every((i) => i.clock !== null);
      const clock = known ? Math.round(own.reduce((s, i) => s + i.clock! * (Number(i.number) / total), 0)) : null;
      const before = (await c.trx('lot').where({ id: child }).first('fertilised_at')) as {
        fertilised_at: number | null;
      };
      if (before.fertilised_at === clock) continue;
      await c.trx('lot').where({ id: child }).update({ fertilised_at: clock });
      changed.add(child);
      frontier.push(child);
    }
  }
  if (changed.size > 0) await queuePredictions(c, [...changed]);
}

/** What was poured into lots from other lots, with the clocks of those. */
async function inflowsOf(c: Context, lots: readonly number[]): Promise<Inflow[]> {
  return (await c
    .trx('posting as q')
    .join('holding as g', 'g.id', 'q.holding_id')
    .join('posting as p', (on) => on.on('p.entry_seq', 'q.entry_seq').andOn('p.delta', c.trx.raw('-q.delta') as never))
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .where({ 'p.account': 'holding', 'q.account': 'holding' })
    .whereNull('p.superseded_seq')
    .whereNull('q.superseded_seq')
    .where('q.delta', '>', 0)
    .whereIn('g.lot_id', [...lots])
    .whereRaw('g.lot_id <> h.lot_id')
    .groupBy('g.lot_id', 't.id', 't.fertilised_at')
    .select({ child: 'g.lot_id', clock: 't.fertilised_at' }, c.trx.raw('SUM(q.delta) AS number'))) as Inflow[];
}
