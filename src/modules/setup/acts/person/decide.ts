import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { endSignIns } from '../../people';
import { savePerson } from './act';

export const decision = decides(savePerson, async (c, p) => {
  if (p.id === c.actor.id && (p.role !== 'manager' || !p.active))
    throw new ActRefused('self', 'You cannot take the keys from yourself.', 'role', 'Another manager can.');
  // A key of a device lives no longer than whoever made it may make one.
  if (!p.active || p.role === 'hand' || p.role === 'reader')
    await c
      .trx('device_token')
      .where({ site_id: c.site.id, made_by: p.id, revoked_at: null })
      .update({ revoked_at: c.now });
  // Whoever is signed in with the old role signs in again.
  const n = await c
    .trx('person')
    .where({ id: p.id, site_id: c.site.id })
    .update({ role: p.role, active: p.active, session_version: c.trx.raw('session_version + 1') });
  if (n === 0) throw new ActRefused('noPerson', 'There is no such person.', 'id');
  await endSignIns(c, p.id);
  return {};
});
