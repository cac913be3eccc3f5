import { decides } from '@/server/context';
import { predictStanding } from '@/server/stock/jobs';
import { useOwnDates } from './act';

export const decision = decides(useOwnDates, async (c, p) => {
  await c.species(p.species);
  await c.trx('clock_use').insert({
    site_id: c.site.id,
    species: p.species,
    own: p.own,
    why: p.why,
    recorded_by: c.actor.id,
    recorded_at: c.now,
  });
  await predictStanding(c, ['eggs', 'yolksac'], p.species);
  return {};
});
