import { z } from 'zod';
import { layOver } from '@/book/overlay';
import { defineCommand } from './define';
import { queuePredictions } from './jobs';
import { knownSpecies } from './lots';
import { CommandRefused } from './refused';

/**
 * A value of the species book as this hatchery holds it: laid over the shipped one, with its source and reason. Old
 * values stay; any past figure can be worked again as known then.
 */
export const setSpeciesValue = defineCommand({
  type: 'species.setValue',
  roles: ['manager'],
  schema: z.object({
    species: z.string(),
    path: z.string().max(120),
    value: z.json(),
    source: z.string().trim().min(1, 'needs a source, or “verify”').max(200, 'is too long'),
    why: z.string().trim().min(1, 'say why').max(400, 'is too long'),
  }),
  async handle(c, p) {
    const shipped = knownSpecies(p.species);
    try {
      layOver(shipped, [{ path: p.path, value: p.value, source: p.source }]);
    } catch (e) {
      throw new CommandRefused(
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
    const lots = (await c
      .trx('holding as h')
      .join('lot as t', 't.id', 'h.lot_id')
      .where({ 'h.site_id': c.site.id, 't.species': p.species })
      .where('h.number', '>', 0)
      .distinct('h.lot_id')
      .pluck('h.lot_id')) as number[];
    // Dates follow the clocks, and what rounds should find follows how eggs whiten.
    if (/^(milestones|deaths)\./.test(p.path)) await queuePredictions(c, lots);
    return {};
  },
});
