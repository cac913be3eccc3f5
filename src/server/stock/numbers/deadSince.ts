import type { Db } from '@/store/connection';

/** Dead counted since an instant, by holding; those of which none were counted are absent. One statement. */
export async function deadSince(
  db: Db,
  holdingIds: readonly number[],
  since: number,
  now: number,
): Promise<Map<number, number>> {
  const rows =
    holdingIds.length === 0
      ? []
      : await db('observation')
          .whereIn('holding_id', [...holdingIds])
          .where('kind', 'dead')
          .where('at', '>', since)
          .where('at', '<=', now)
          .groupBy('holding_id')
          .select<{ holding_id: number; n: number }[]>('holding_id', db.raw('SUM(value) AS n'));
  return new Map(rows.map((r) => [r.holding_id, Number(r.n)]));
}
