import type { Db } from '@/store/connection';

/** Something to be done at the water, by how much it matters. */
export type Job = {
  id: number;
  workId: number | null;
  what: string;
  priority: number;
  raisedAt: number;
  by: string;
};

/** Jobs that nobody has done yet, the pressing ones first, then the oldest. One statement. */
export async function openJobs(db: Db, siteId: number): Promise<Job[]> {
  return await db('work_job as j')
    .join('person as p', 'p.id', 'j.raised_by')
    .where({ 'j.site_id': siteId })
    .whereNull('j.done_at')
    .whereNotNull('j.raised_seq')
    .orderBy(['j.priority', 'j.raised_at'])
    .limit(100)
    .select<Job[]>({
      id: 'j.id',
      workId: 'j.work_id',
      what: 'j.what',
      priority: 'j.priority',
      raisedAt: 'j.raised_at',
      by: 'p.name',
    });
}
