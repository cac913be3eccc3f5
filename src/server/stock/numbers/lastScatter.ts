import { thresholds } from '@/core/thresholds';
import type { Db } from '@/store/connection';

/** Scatter of the lengths of a holding as it was measured last, or as it is taken to be. */
export async function lastScatter(db: Db, holdingId: number): Promise<number> {
  const row = await db('observation')
    .where({ holding_id: holdingId, kind: 'spread' })
    .orderBy('at', 'desc')
    .first<{ value: number } | undefined>('value');
  return row?.value ?? thresholds.lengthScatter.value;
}
