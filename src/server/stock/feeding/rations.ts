import { type RationPlan, rationPlan } from '@/core/feeding/rationPlan';
import type { Db } from '@/store/connection';
import { lastSet } from './lastSet';

/** How tanks are fed, as was set: the last of a lot in its unit, and the last of a lot wherever it was set. */
export type RationsSet = {
  of: (lotId: number, unitId: number) => { plan: RationPlan; at: number; here: boolean } | null;
};

export async function rationsSet(db: Db, lotIds: readonly number[], now: number): Promise<RationsSet> {
  const set = await lastSet(db, 'ration', lotIds, now);
  return {
    of: (lotId, unitId) => {
      const found = set.of(lotId, unitId);
      // What an older version recorded and this one no longer reads counts as not set.
      const parsed = rationPlan.safeParse(found?.intent);
      return found && parsed.success ? { plan: parsed.data, at: found.at, here: found.here } : null;
    },
  };
}
