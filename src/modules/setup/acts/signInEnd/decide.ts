import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { endSignIn } from './act';

export const decision = decides(endSignIn, async (c, p) => {
  const row = await c
    .trx('sign_in as s')
    .join('person as p', 'p.id', 's.person_id')
    .where({ 's.id': p.id, 'p.site_id': c.site.id })
    .first<{ id: number } | undefined>('p.id');
  if (!row || (row.id !== c.actor.id && c.actor.role !== 'manager'))
    throw new ActRefused('noSignIn', 'There is no such sign-in of yours.', 'id', 'Reload the page.');
  await c.trx('sign_in').where({ id: p.id, ended_at: null }).update({ ended_at: c.now });
  return {};
});
