import { decides } from '@/server/context';
import { setScheme } from './act';

export const decision = decides(setScheme, async (c, p) => {
  const species = await c.species(p.species);
  await c
    .trx('selection_scheme')
    .insert({
      site_id: c.site.id,
      species: species.id,
      content: JSON.stringify(p.scheme),
      recorded_by: c.actor.id,
      recorded_at: c.now,
    })
    .onConflict(['site_id', 'species'])
    .merge();
  return {};
});
