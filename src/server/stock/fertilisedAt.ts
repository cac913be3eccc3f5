import type { Context } from '@/server/context';
import { queuePredictions } from '@/server/stock/jobs';
import { flowsBetweenLots } from '@/store/books/flows';

/** More generations than any season has. */
const MOST_GENERATIONS = 8;

type Inflow = { child: number; number: string | number; fertilisedAt: number | null };

/**
 * After an entry was corrected: the fertilisation of lots that were made of others (graded, mixed) follows that of the lots
 * they came from, by the numbers poured together. One that is not known stays unknown.
 */
export async function followFertilisation(c: Context, lots: readonly number[]): Promise<void> {
  const changed = new Set<number>();
  let frontier = [...new Set(lots)];
  for (let g = 0; g < MOST_GENERATIONS && frontier.length > 0; g++) {
    const children = await flowsBetweenLots(c.trx)
      .whereIn('h.lot_id', frontier)
      .distinct('g.lot_id')
      .pluck<number[]>('g.lot_id');
    frontier = [];
    const inflows = children.length === 0 ? [] : await inflowsOf(c, children);
    for (const child of children) {
      const own = inflows.filter((i) => i.child === child);
      const total = own.reduce((s, i) => s + Number(i.number), 0);
      if (total === 0) continue;
      const known = own.every((i) => i.fertilisedAt !== null);
      const fertilisedAt = known
        ? Math.round(own.reduce((s, i) => s + i.fertilisedAt! * (Number(i.number) / total), 0))
        : null;
      const before = await c.trx('lot').where({ id: child }).first<{
        fertilised_at: number | null;
      }>('fertilised_at');
      if (before.fertilised_at === fertilisedAt) continue;
      await c.trx('lot').where({ id: child }).update({ fertilised_at: fertilisedAt });
      changed.add(child);
      frontier.push(child);
    }
  }
  if (changed.size > 0) await queuePredictions(c, [...changed]);
}

/** What was poured into lots from other lots, with the fertilisation of those. */
async function inflowsOf(c: Context, lots: readonly number[]): Promise<Inflow[]> {
  return await flowsBetweenLots(c.trx)
    .join('lot as t', 't.id', 'h.lot_id')
    .whereIn('g.lot_id', [...lots])
    .groupBy('g.lot_id', 't.id', 't.fertilised_at')
    .select({ child: 'g.lot_id', fertilisedAt: 't.fertilised_at' }, c.trx.raw('SUM(q.delta) AS number'));
}
