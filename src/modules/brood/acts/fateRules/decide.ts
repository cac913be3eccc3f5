import { decides } from '@/server/context';
import { saveFateRules } from './act';

export const decision = decides(saveFateRules, async (c, p) => {
  await c.trx('fate_rules').insert({
    site_id: c.site.id,
    species: (await c.species(p.species)).id,
    season: p.season,
    content: JSON.stringify(p.rules),
    recorded_by: c.actor.id,
    recorded_at: c.now,
  });
  return { season: p.season };
});
