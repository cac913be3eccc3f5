import type { Context } from './define';

/** Marks the dates of lots as stale: the worker recomputes them. Asking twice queues once. */
export async function queuePredictions(
  c: Pick<Context, 'trx' | 'site' | 'now'>,
  lotIds: readonly number[],
): Promise<void> {
  if (lotIds.length === 0) return;
  await c
    .trx('job')
    .insert(
      [...new Set(lotIds)].map((id) => ({
        site_id: c.site.id,
        kind: 'predict',
        subject: String(id),
        queued_at: c.now,
      })),
    )
    .onConflict(['kind', 'subject'])
    .merge({ queued_at: c.now, attempts: 0 });
}
