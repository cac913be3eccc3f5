import type { Db } from '@/store/connection';

export type LeftOutReason = 'unknown' | 'value' | 'clock' | 'ahead';
/** What probes sent and was not kept as it came, by day: the sensor as they named it, why, how many, the last of them. */
export type LeftOutDay = {
  day: number;
  sensor: string;
  reason: LeftOutReason;
  n: number;
  lastAt: number;
  lastValue: number;
};

/** Readings left out or corrected since an instant, the latest day first. */
export async function leftOut(db: Db, siteId: number, since: number): Promise<LeftOutDay[]> {
  return await db('reading_left_out')
    .where({ site_id: siteId })
    .where('day', '>=', since)
    .orderBy([{ column: 'day', order: 'desc' }, 'sensor', 'reason'])
    .limit(200)
    .select('day', 'sensor', 'reason', 'n', { lastAt: 'last_at', lastValue: 'last_value' });
}
