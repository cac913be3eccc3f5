import type { Context } from '@/server/context';
import type { Standing } from '../standing';

/** The mean mass at the last weighing of what stands there; null where it was never weighed. */
export async function lastMeanG(c: Context, at: Standing, when: number): Promise<number | null> {
  const row = await c
    .trx('observation')
    .where({ lot_id: at.lot.id, kind: 'meanG' })
    .where('at', '<=', when)
    .orderByRaw('holding_id = ? DESC, at DESC', [at.holding.id])
    .first<{ value: number } | undefined>('value');
  return row?.value ?? null;
}
