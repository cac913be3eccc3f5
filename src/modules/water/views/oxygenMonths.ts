import { isoDay } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { type Breathing, type MonthOfOxygen, oxygenByMonth } from '@/core/water/oxygenByMonth';
import type { Db } from '@/store/connection';
import { SENSOR_OF_UNIT } from '@/store/waters';

/** Months that are looked ahead: what grows for longer is sorted, moved or sold on the way. */
const MONTHS_AHEAD = 6;

/**
 * Oxygen that the fish of these tanks use in the months to come, as they grow in the water that each tank had in those
 * months last year. Two statements; none without tanks.
 */
export async function oxygenMonths(
  db: Db,
  timeZone: string,
  now: number,
  tanks: readonly (Omit<Breathing, 'byMonth'> & { unitId: number })[],
): Promise<MonthOfOxygen[]> {
  if (tanks.length === 0) return [];
  const sensors = await db('unit as u')
    .whereIn(
      'u.id',
      tanks.map((t) => t.unitId),
    )
    .select<{ id: number; sensor: number | null }[]>({ id: 'u.id' }, db.raw(`${SENSOR_OF_UNIT} AS sensor`));
  const days = await db('reading_day')
    .whereIn('sensor_id', [...new Set(sensors.flatMap((s) => s.sensor ?? []))])
    .whereBetween('day', [now - 365 * DAY_MS, now])
    .where('n', '>', 0)
    .select<{ sensor: number; day: number; mean: number }[]>(
      { sensor: 'sensor_id', day: 'day' },
      db.raw('sum / n AS mean'),
    );
  const sums = new Map<string, { sum: number; n: number }>();
  for (const d of days) {
    const key = `${d.sensor} ${Number(isoDay(d.day + DAY_MS / 2, timeZone).slice(5, 7)) - 1}`;
    const at = sums.get(key) ?? { sum: 0, n: 0 };
    sums.set(key, { sum: at.sum + d.mean, n: at.n + 1 });
  }
  const sensorOf = new Map(sensors.map((s) => [s.id, s.sensor]));
  return oxygenByMonth(
    tanks.map((t) => ({
      ...t,
      byMonth: Array.from({ length: 12 }, (_, month) => {
        const of = sums.get(`${sensorOf.get(t.unitId)} ${month}`);
        // A few days at the edge of a month are not its water.
        return of && of.n >= 10 ? of.sum / of.n : null;
      }),
    })),
    now,
    timeZone,
    MONTHS_AHEAD,
  );
}
