import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';

/** A day of a water. */
export type Warm = { day: number; celsius: number };

/** Daily means of waters from an instant on, and the last one before it. */
export async function warmthOf(
  db: Db,
  sensors: readonly number[],
  from: number,
  now: number,
): Promise<Map<number, Warm[]>> {
  const rows =
    sensors.length === 0
      ? []
      : await db('reading_day')
          .whereIn('sensor_id', [...sensors])
          .where('day', '>', from - 2 * DAY_MS)
          .where('day', '<=', now)
          .orderBy(['sensor_id', 'day'])
          .select<{ sensor_id: number; day: number; celsius: number }[]>(
            'sensor_id',
            'day',
            db.raw('sum / n AS celsius'),
          );
  const out = new Map<number, Warm[]>();
  for (const r of rows) (out.get(r.sensor_id) ?? out.set(r.sensor_id, []).get(r.sensor_id)!).push(r);
  return out;
}

/** Degree-days above 0 °C between two instants: a day without readings is taken to be as the one before it. */
export function degreeDays(days: readonly Warm[], from: number, to: number): number {
  let sum = 0;
  for (const [i, d] of days.entries()) {
    const begins = i === 0 ? Math.min(from, d.day) : d.day;
    const ends = days[i + 1]?.day ?? to;
    const span = Math.min(ends, to) - Math.max(begins, from);
    if (span > 0) sum += (Math.max(0, d.celsius) * span) / DAY_MS;
  }
  return sum;
}
