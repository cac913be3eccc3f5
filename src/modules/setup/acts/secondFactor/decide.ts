import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { mustKnowPassword, stepOfCode } from '../../secondFactor';
import { takeSecondFactor } from './act';

export const decision = decides(takeSecondFactor, async (c, p) => {
  await mustKnowPassword(c, p.current);
  const step = stepOfCode(p.secret, p.code, c.now);
  if (step === null)
    throw new ActRefused(
      'code',
      'That code is not of this secret, or of another time.',
      'code',
      'Type the one shown now; see that the clock of the phone is right.',
    );
  await c.trx('person').where({ id: c.actor.id }).update({ totp_secret: p.secret, totp_used: step });
  return {};
});
