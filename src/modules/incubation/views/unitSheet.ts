import { ledger, type SheetEntry } from '@/modules/records/views/ledger';
import { type Check, checksOf } from '@/server/stock/checks';
import type { Db } from '@/store/connection';

export type LossPoint = { at: number; value: number };

/** What the sheet of one unit shows beside the holding itself: dead over time, the last entries, how the number was got. */
export async function unitSheet(
  db: Db,
  siteId: number,
  unitId: number,
  holdingIds: readonly number[],
  us = false,
): Promise<{ losses: LossPoint[]; entries: SheetEntry[]; checks: Check[] }> {
  if (holdingIds.length === 0)
    return { losses: [], entries: await ledger(db, siteId, { unitId, limit: 8, us }), checks: [] };
  const [losses, entries, checks] = await Promise.all([
    db('observation')
      .whereIn('holding_id', [...holdingIds])
      .whereIn('kind', ['pick', 'dead'])
      .orderBy('at', 'desc')
      .limit(400)
      .select<LossPoint[]>('at', 'value'),
    ledger(db, siteId, { unitId, limit: 8, us }),
    checksOf(db, siteId, { holdingIds }),
  ]);
  return { losses: losses.reverse(), entries, checks };
}
