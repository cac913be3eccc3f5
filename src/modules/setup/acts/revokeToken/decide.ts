import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { revokeToken } from './act';

export const decision = decides(revokeToken, async (c, p) => {
  const n = await c
    .trx('device_token')
    .where({ id: p.token, site_id: c.site.id, revoked_at: null })
    .update({ revoked_at: c.now });
  if (n === 0) throw new ActRefused('noToken', 'That key is not in use.', 'token');
  return {};
});
