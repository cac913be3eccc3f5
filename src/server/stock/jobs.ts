import type { Station } from '@/core/species/stations';
import type { Context } from '@/server/context';
import { watchQueued } from '@/store/deadWatch';
import { queueDates } from '@/store/predictionQueue';

/** Marks the dates of lots as stale: the worker recomputes them. Asking twice queues once. */
export async function queuePredictions(
  c: Pick<Context, 'trx' | 'site' | 'now'>,
  lotIds: readonly number[],
): Promise<void> {
  await queueDates(c.trx, c.site.id, lotIds, c.now);
}

/** Marks the dates of all that stands at some stages, of one species or all, as stale. */
export async function predictStanding(
  c: Pick<Context, 'trx' | 'site' | 'now'>,
  stations: readonly Station[],
  species?: string,
): Promise<void> {
  const lots = await c
    .trx('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .where('h.site_id', c.site.id)
    .where('h.number', '>', 0)
    .whereIn('h.station', [...stations])
    .modify((q) => {
      if (species !== undefined) q.where('t.species', species);
    })
    .distinct('h.lot_id')
    .pluck<number[]>('h.lot_id');
  await queuePredictions(c, lots);
}

/** Marks the watch over the dead of all that stands as stale. */
export async function watchStanding(c: Pick<Context, 'trx' | 'site' | 'now'>): Promise<void> {
  const lots = await c
    .trx('holding')
    .where({ site_id: c.site.id })
    .where('number', '>', 0)
    .whereNot('station', 'eggs')
    .distinct('lot_id')
    .pluck<number[]>('lot_id');
  if (lots.length > 0) await watchQueued(c.trx, c.site.id, lots, c.now);
}
