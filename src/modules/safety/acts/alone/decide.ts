import { MINUTE_MS } from '@/core/time/spans';
import { decides } from '@/server/context';
import { workAlone } from './act';

export const decision = decides(
  workAlone,
  async (c, p) => {
    const backBy = c.now + p.minutes * MINUTE_MS;
    await c.record([{ kind: 'alone', at: c.now, precision: 'minute', measuredBy: c.actor.name, intent: p, acts: [] }]);
    // Who goes on says it anew: one clock a person.
    await c.trx('alone').where({ site_id: c.site.id, person_id: c.actor.id, back_at: null }).update({ back_at: c.now });
    await c.trx('alone').insert({
      site_id: c.site.id,
      person_id: c.actor.id,
      place: p.place,
      begun_at: c.now,
      back_by: backBy,
    });
    return { backBy };
  },
  async (c, entry) => {
    await c.trx('alone').where({ site_id: c.site.id, begun_at: entry.at }).delete();
  },
);
