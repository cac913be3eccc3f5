import type { Db } from './connection';

/** Marks the dates of lots as stale: the worker recomputes them. Asking twice queues once. */
export async function queueDates(db: Db, siteId: number, lotIds: readonly number[], now: number): Promise<void> {
  if (lotIds.length === 0) return;
  await db('job')
    .insert(
      [...new Set(lotIds)].map((id) => ({ site_id: siteId, kind: 'predict', subject: String(id), queued_at: now })),
    )
    .onConflict(['kind', 'subject'])
    .merge({ queued_at: now, attempts: 0 });
}
