import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';

/** What probes of power measured in a month. */
export type MonthMeasured = { year: number; month: number; kwh: number; days: number; meters: string };

/** Kilowatt hours of each month that probes of power measured, and which probes, the latest first. One statement. */
export async function energyByMonth(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
): Promise<MonthMeasured[]> {
  const rows = await db('reading_day as d')
    .join('sensor as s', 's.id', 'd.sensor_id')
    .where({ 's.site_id': site.siteId, 's.kind': 'power' })
    .whereBetween('d.day', [now - 400 * DAY_MS, now])
    .groupBy('d.day')
    .orderBy('d.day')
    .select<{ day: number; watts: number; meters: string }[]>(
      { day: 'd.day' },
      db.raw("SUM(d.sum / d.n) AS watts, GROUP_CONCAT(s.name ORDER BY s.name SEPARATOR ', ') AS meters"),
    );
  const out = new Map<string, MonthMeasured>();
  const parts = new Intl.DateTimeFormat('en-US', { timeZone: site.timeZone, year: 'numeric', month: 'numeric' });
  for (const r of rows) {
    const at = parts.formatToParts(r.day + DAY_MS / 2);
    const of = (type: string) => Number(at.find((p) => p.type === type)!.value);
    const [year, month] = [of('year'), of('month') - 1];
    const key = `${year} ${month}`;
    const m = out.get(key) ?? out.set(key, { year, month, kwh: 0, days: 0, meters: '' }).get(key)!;
    m.kwh += (Number(r.watts) * 24) / 1000;
    m.days += 1;
    m.meters = r.meters;
  }
  return [...out.values()].sort((a, b) => b.year - a.year || b.month - a.month);
}
