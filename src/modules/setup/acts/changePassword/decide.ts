import { hash, verify } from '@node-rs/argon2';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { endSignIns } from '../../people';
import { changePassword } from './act';

export const decision = decides(changePassword, async (c, p) => {
  const row = await c.trx('person').where({ id: c.actor.id }).first<{ password_hash: string }>('password_hash');
  if (!(await verify(row.password_hash, p.current).catch(() => false)))
    throw new ActRefused('password', 'That is not your password.', 'current', 'Type the one you sign in with.');
  await c
    .trx('person')
    .where({ id: c.actor.id })
    .update({ password_hash: await hash(p.password), session_version: c.trx.raw('session_version + 1') });
  await endSignIns(c, c.actor.id);
  return {};
});
