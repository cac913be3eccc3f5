import { addLocalDays, localDay } from '@/core/time/localDay';
import type { Db } from '@/store/connection';

/** One local day of a sensor, in its own unit. */
export type WaterDay = { day: number; mean: number; low: number; high: number };
/** Every day of the window, null where nothing was read. */
export type WaterDays = { days: number[]; bySensor: Record<number, (WaterDay | null)[]> };

/** The last `count` local days of every sensor of a site, from the roll-ups: one query. */
export async function waterDays(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  count = 60,
): Promise<WaterDays> {
  const today = localDay(now, site.timeZone).start;
  const days = Array.from({ length: count }, (_, i) => addLocalDays(today, i - count + 1, site.timeZone));
  const rows = await db('reading_day as d')
    .join('sensor as s', 's.id', 'd.sensor_id')
    .where('s.site_id', site.siteId)
    .where('d.day', '>=', days[0]!)
    .where('d.day', '<=', today)
    .select<(WaterDay & { id: number })[]>('s.id', 'd.day', 'd.low', 'd.high', db.raw('d.sum / d.n AS mean'));
  const place = new Map(days.map((d, i) => [d, i]));
  const bySensor: WaterDays['bySensor'] = {};
  for (const { id, ...r } of rows) {
    const i = place.get(r.day);
    if (i === undefined) continue;
    bySensor[id] ??= new Array<WaterDay | null>(count).fill(null);
    bySensor[id][i] = r;
  }
  return { days, bySensor };
}
