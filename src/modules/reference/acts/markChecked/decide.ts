import { layOver } from '@/reference/overlay';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { markChecked } from './act';

export const decision = decides(markChecked, async (c, p) => {
  for (const [i, v] of p.values.entries())
    try {
      layOver(await c.species(v.species), [{ path: v.path, value: {}, source: p.source }]);
    } catch (e) {
      if (e instanceof ActRefused) throw e;
      throw new ActRefused('value', (e as Error).message, `values.${i}.path`, 'Load the page again.');
    }
  await c.trx('species_value').insert(
    p.values.map((v) => ({
      site_id: c.site.id,
      species: v.species,
      path: v.path,
      // Nothing but its source changes.
      value: '{}',
      source: p.source,
      why: p.why,
      recorded_by: c.actor.id,
      recorded_at: c.now,
    })),
  );
  return { values: p.values.length };
});
