import { verify } from '@node-rs/argon2';
import { Secret, TOTP } from 'otpauth';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';

/** Seconds that a code holds. */
export const PERIOD = 30;

/** The clock of codes of a secret, as authenticators know it (RFC 6238: SHA-1, six digits, thirty seconds). */
export const codesOf = (secret: string, label = ''): TOTP =>
  new TOTP({ issuer: 'Morula', label, secret: Secret.fromBase32(secret), digits: 6, period: PERIOD });

/**
 * The step of time that a code is of, one step before and after now borne; null where it is of none.
 */
export function stepOfCode(secret: string, code: string, now: number): number | null {
  const delta = codesOf(secret).validate({ token: code.replace(/\s/g, ''), timestamp: now, window: 1 });
  return delta === null ? null : Math.floor(now / 1000 / PERIOD) + delta;
}

export async function mustKnowPassword(c: Context, current: string): Promise<void> {
  const row = await c.trx('person').where({ id: c.actor.id }).first<{ password_hash: string }>('password_hash');
  if (!(await verify(row.password_hash, current).catch(() => false)))
    throw new ActRefused('password', 'That is not your password.', 'current', 'Type the one you sign in with.');
}
