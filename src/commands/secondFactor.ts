import { verify } from '@node-rs/argon2';
import { Secret, TOTP } from 'otpauth';
import { z } from 'zod';
import { type Context, defineCommand } from './define';
import { endSignIns } from './people';
import { CommandRefused } from './refused';

const everyone = ['manager', 'culturist', 'hand', 'reader'] as const;
const PERIOD = 30;

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

async function mustKnowPassword(c: Context, current: string): Promise<void> {
  const row = (await c.trx('person').where({ id: c.actor.id }).first('password_hash')) as { password_hash: string };
  if (!(await verify(row.password_hash, current).catch(() => false)))
    throw new CommandRefused('password', 'That is not your password.', 'current', 'Type the one you sign in with.');
}

/** A second factor for one's own sign-in: taken into use with a first code, so that nobody is locked out by a mistake. */
export const takeSecondFactor = defineCommand({
  type: 'person.useSecondFactor',
  roles: everyone,
  schema: z.object({
    secret: z.string().regex(/^[A-Z2-7]{32}$/, 'is no secret of ours'),
    code: z.string().max(12),
    current: z.string().max(200),
  }),
  async handle(c, p) {
    await mustKnowPassword(c, p.current);
    const step = stepOfCode(p.secret, p.code, c.now);
    if (step === null)
      throw new CommandRefused(
        'code',
        'That code is not of this secret, or of another time.',
        'code',
        'Type the one shown now; see that the clock of the phone is right.',
      );
    await c.trx('person').where({ id: c.actor.id }).update({ totp_secret: p.secret, totp_used: step });
    return {};
  },
});

export const dropSecondFactor = defineCommand({
  type: 'person.dropSecondFactor',
  roles: everyone,
  schema: z.object({ current: z.string().max(200) }),
  async handle(c, p) {
    await mustKnowPassword(c, p.current);
    await c.trx('person').where({ id: c.actor.id }).update({ totp_secret: null, totp_used: null });
    return {};
  },
});

/** A phone was lost: the manager lets somebody in without it. */
export const resetSecondFactor = defineCommand({
  type: 'person.resetSecondFactor',
  roles: ['manager'],
  schema: z.object({ id: z.number().int() }),
  async handle(c, p) {
    const n = await c
      .trx('person')
      .where({ id: p.id, site_id: c.site.id })
      .update({ totp_secret: null, totp_used: null, session_version: c.trx.raw('session_version + 1') });
    if (n === 0) throw new CommandRefused('noPerson', 'There is no such person.', 'id');
    await endSignIns(c, p.id);
    return {};
  },
});

/** One sign-in is ended: one's own, or by the manager anybody's. */
export const endSignIn = defineCommand({
  type: 'signIn.end',
  roles: everyone,
  schema: z.object({ id: z.string().max(64) }),
  async handle(c, p) {
    const row = (await c
      .trx('sign_in as s')
      .join('person as p', 'p.id', 's.person_id')
      .where({ 's.id': p.id, 'p.site_id': c.site.id })
      .first('p.id')) as { id: number } | undefined;
    if (!row || (row.id !== c.actor.id && c.actor.role !== 'manager'))
      throw new CommandRefused('noSignIn', 'There is no such sign-in of yours.', 'id', 'Reload the page.');
    await c.trx('sign_in').where({ id: p.id, ended_at: null }).update({ ended_at: c.now });
    return {};
  },
});
