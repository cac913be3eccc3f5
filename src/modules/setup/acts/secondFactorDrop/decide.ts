import { decides } from '@/server/context';
import { mustKnowPassword } from '../../secondFactor';
import { dropSecondFactor } from './act';

export const decision = decides(dropSecondFactor, async (c, p) => {
  await mustKnowPassword(c, p.current);
  await c.trx('person').where({ id: c.actor.id }).update({ totp_secret: null, totp_used: null });
  return {};
});
