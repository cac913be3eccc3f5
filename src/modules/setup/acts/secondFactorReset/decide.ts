import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { endSignIns } from '../../people';
import { resetSecondFactor } from './act';

export const decision = decides(resetSecondFactor, async (c, p) => {
  const n = await c
    .trx('person')
    .where({ id: p.id, site_id: c.site.id })
    .update({ totp_secret: null, totp_used: null, session_version: c.trx.raw('session_version + 1') });
  if (n === 0) throw new ActRefused('noPerson', 'There is no such person.', 'id');
  await endSignIns(c, p.id);
  return {};
});
