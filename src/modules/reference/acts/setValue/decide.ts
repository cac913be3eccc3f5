import { layOver } from '@/reference/overlay';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { queuePredictions } from '@/server/stock/jobs';
import { setSpeciesValue } from './act';

export const decision = decides(setSpeciesValue, async (c, p) => {
  const present = await c.species(p.species);
  try {
    layOver(present, [{ path: p.path, value: p.value, source: p.source }]);
  } catch (e) {
    throw new ActRefused(
      'value',
      (e as Error).message,
      'value',
      'Check the form of the value against the one that stands there.',
    );
  }
  await c.trx('species_value').insert({
    site_id: c.site.id,
    species: p.species,
    path: p.path,
    value: JSON.stringify(p.value),
    source: p.source,
    why: p.why,
    recorded_by: c.actor.id,
    recorded_at: c.now,
  });
  const lots = await c
    .trx('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .where({ 'h.site_id': c.site.id, 't.species': p.species })
    .where('h.number', '>', 0)
    .distinct('h.lot_id')
    .pluck<number[]>('h.lot_id');
  // Dates follow the clocks, and what rounds should find follows how eggs whiten.
  if (/^(milestones|deaths)\./.test(p.path)) await queuePredictions(c, lots);
  return {};
});
