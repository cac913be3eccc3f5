import type { Db } from '@/store/connection';

export type DayListed = { id: number; name: string; species: string; day: number; closed: boolean };

/** Spawning days, the latest first. */
export async function spawningDays(db: Db, siteId: number, only: { open?: boolean } = {}): Promise<DayListed[]> {
  const rows = (await db('spawning_day')
    .where({ site_id: siteId, ...(only.open ? { closed: false } : {}) })
    .orderBy([
      { column: 'day', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .limit(60)
    .select('id', 'name', 'species', 'day', 'closed')) as (Omit<DayListed, 'closed'> & { closed: number })[];
  return rows.map((r) => ({ ...r, closed: Boolean(r.closed) }));
}
