import { Z95 } from '@/core/quantities/interval';
import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';

/** Spread of lengths in a tank, by one sample. */
export type SpreadOf = {
  lotId: number;
  unitId: number;
  at: number;
  cv: number;
  /** Its standard deviation: the interval is even on the log scale. */
  sd: number;
  n: number;
};

/** Every sample of lengths of these lots in so many days, oldest first. One statement. */
export async function spreadsOf(db: Db, lots: readonly number[], now: number, days = 120): Promise<SpreadOf[]> {
  const rows =
    lots.length === 0
      ? []
      : await db('observation')
          .whereIn('lot_id', [...lots])
          .where('kind', 'spread')
          .where('at', '<=', now)
          .where('at', '>', now - days * DAY_MS)
          .orderBy('at')
          .select<
            {
              lot_id: number;
              unit_id: number;
              at: number;
              value: number;
              low: number | null;
              high: number | null;
              trials: number;
            }[]
          >('lot_id', 'unit_id', 'at', 'value', 'low', 'high', 'trials');
  return rows.map((r) => ({
    lotId: r.lot_id,
    unitId: r.unit_id,
    at: r.at,
    cv: r.value,
    sd: r.low !== null && r.high !== null && r.low > 0 ? (r.value * Math.log(r.high / r.low)) / 2 / Z95 : r.value / 2,
    n: r.trials,
  }));
}
