import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { seeAlarm } from './act';

export const decision = decides(seeAlarm, async (c, p) => {
  const row = await c.trx('alarm').where({ id: p.alarm, site_id: c.site.id }).first('id', 'seen_at');
  if (!row) throw new ActRefused('noAlarm', 'There is no such alarm.', 'alarm');
  await c
    .trx('alarm')
    .where({ id: row.id })
    .update({ ...(row.seen_at === null ? { seen_by: c.actor.id, seen_at: c.now } : {}), found: p.found });
  return {};
});
