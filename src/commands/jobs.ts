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

/** Marks the dates of all that stands at some stages, of one species or all, as stale. */
export async function predictStanding(
  c: Pick<Context, 'trx' | 'site' | 'now'>,
  stages: readonly string[],
  species?: string,
): Promise<void> {
  const lots = (await c
    .trx('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .where('h.site_id', c.site.id)
    .where('h.number', '>', 0)
    .whereIn('h.stage', [...stages])
    .modify((q) => {
      if (species !== undefined) q.where('t.species', species);
    })
    .distinct('h.lot_id')
    .pluck('h.lot_id')) as number[];
  await queuePredictions(c, lots);
}
