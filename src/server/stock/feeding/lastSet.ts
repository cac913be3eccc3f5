import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** What was set last of lots by entries of one kind: in their unit, or wherever a lot stood before. */
export type LastSet = {
  of: (lotId: number, unitId: number) => { intent: unknown; at: number; here: boolean } | null;
};

/** The last entries that set how lots are fed, whatever was set before. One statement. */
export async function lastSet(
  db: Db,
  kind: 'ration' | 'regime' | 'feedHold' | 'spread' | 'gradingPlan',
  lotIds: readonly number[],
  now: number,
): Promise<LastSet> {
  const lots = [...new Set(lotIds)];
  const rows =
    lots.length === 0
      ? []
      : await db('observation as o')
          .join(
            db('observation')
              .whereIn('lot_id', lots)
              .where({ kind })
              .where('at', '<=', now)
              .groupBy('lot_id', 'unit_id')
              .select('lot_id', 'unit_id', db.raw('MAX(`at`) AS latest'))
              .as('m'),
            (on) => on.on('m.lot_id', 'o.lot_id').andOn('m.unit_id', 'o.unit_id').andOn('m.latest', 'o.at'),
          )
          .join('entry as e', 'e.seq', 'o.entry_seq')
          .where('o.kind', kind)
          .orderBy([
            { column: 'o.at', order: 'desc' },
            { column: 'o.entry_seq', order: 'desc' },
          ])
          .select<{ lot_id: number; unit_id: number; at: number; intent: string }[]>(
            'o.lot_id',
            'o.unit_id',
            'o.at',
            'e.intent',
          );
  return {
    of: (lotId, unitId) => {
      const own = rows.filter((r) => r.lot_id === lotId);
      const found = own.find((r) => r.unit_id === unitId) ?? own[0];
      return found ? { intent: fromJson(found.intent), at: found.at, here: found.unit_id === unitId } : null;
    },
  };
}
