import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { makeToken } from './act';

export const decision = decides(makeToken, async (c, p) => {
  if (await c.trx('device_token').where({ site_id: c.site.id, name: p.name }).first('id'))
    throw new ActRefused('name', `There is a key named ${p.name} already.`, 'name', 'Choose another name.');
  const [id] = (await c.trx('device_token').insert({
    site_id: c.site.id,
    name: p.name,
    token_hash: p.hash,
    made_by: c.actor.id,
    made_at: c.now,
  })) as [number];
  return { id, name: p.name };
});
