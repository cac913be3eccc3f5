import { type RationPlan, rationPlan } from '@/core/feeding/rationPlan';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** How tanks are fed, as was set: the last of a lot in its unit, and the last of a lot wherever it was set. */
export type RationsSet = {
  of: (lotId: number, unitId: number) => { plan: RationPlan; at: number; here: boolean } | null;
};

/** One statement, whatever was set before. */
export async function rationsSet(db: Db, lotIds: readonly number[], now: number): Promise<RationsSet> {
  const lots = [...new Set(lotIds)];
  const rows =
    lots.length === 0
      ? []
      : await db('observation as o')
          .join(
            db('observation')
              .whereIn('lot_id', lots)
              .where('kind', 'ration')
              .where('at', '<=', now)
              .groupBy('lot_id', 'unit_id')
              .select('lot_id', 'unit_id', db.raw('MAX(`at`) AS latest'))
              .as('m'),
            (on) => on.on('m.lot_id', 'o.lot_id').andOn('m.unit_id', 'o.unit_id').andOn('m.latest', 'o.at'),
          )
          .join('entry as e', 'e.seq', 'o.entry_seq')
          .where('o.kind', 'ration')
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
      if (!found) return null;
      // What an older version recorded and this one no longer reads counts as not set.
      const parsed = rationPlan.safeParse(fromJson(found.intent));
      return parsed.success ? { plan: parsed.data, at: found.at, here: found.unit_id === unitId } : null;
    },
  };
}
