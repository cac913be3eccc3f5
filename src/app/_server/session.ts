import 'server-only';
import { createHash, createHmac, randomBytes } from 'node:crypto';
import { verify } from '@node-rs/argon2';
import { getIronSession, type IronSession } from 'iron-session';
import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { cache } from 'react';
import { markOf } from '@/core/quantities/measure';
import { stepOfCode } from '@/modules/setup/secondFactor';
import type { Role } from '@/server/act/define';
import type { Actor } from '@/server/context';
import { db, now, thresholdsTaken } from './database';
import { readerMark } from './reader';

type Kept = { personId?: number; version?: number; key?: string };

/** The books keep what a cookie holds only as a hash: whoever reads them cannot sign in by it. */
const idOf = (key: string) => createHash('sha256').update(key).digest('hex');
const TTL_S = 14 * 24 * 3600;
/** The last use of a sign-in is written down no oftener. */
const SEEN_MS = 600_000;

export type SignedIn = Actor & {
  /** Which of their sign-ins this is. */
  signInId: string;
  units: 'metric' | 'us';
  locale: string;
  theme: 'day' | 'dim';
  siteName: string;
  timeZone: string;
  demo: boolean;
};

async function session(): Promise<IronSession<Kept>> {
  const password = process.env.MORULA_SESSION_SECRET;
  if (!password) throw new Error('MORULA_SESSION_SECRET is not set: start Morula by ./morula start');
  return getIronSession<Kept>(await cookies(), {
    cookieName: 'morula',
    password,
    ttl: TTL_S,
    // Served on loopback over plain HTTP unless a proxy adds TLS and says so.
    cookieOptions: { httpOnly: true, sameSite: 'lax', secure: process.env.MORULA_TLS === '1', path: '/' },
  });
}

/** Who is signed in, or null. One look-up a request. */
export const signedIn = cache(async (): Promise<SignedIn | null> => {
  // A cookie that cannot be read is none.
  const s = await session().catch(() => null);
  if (!s?.personId || !Number.isSafeInteger(s.personId) || typeof s.key !== 'string') return null;
  const id = idOf(s.key);
  const row = await db()('person as p')
    .join('site as t', 't.id', 'p.site_id')
    .join('sign_in as i', 'i.person_id', 'p.id')
    .where({ 'p.id': s.personId, 'p.active': true, 'p.session_version': s.version ?? 0, 'i.id': id })
    .whereNull('i.ended_at')
    .where('i.opened_at', '>', now() - TTL_S * 1000)
    .first<
      | {
          seen_at: number;
          id: number;
          site_id: number;
          name: string;
          role: Role;
          units: 'metric' | 'us';
          locale: string;
          theme: 'day' | 'dim';
          site_name: string;
          time_zone: string;
          demo: number;
        }
      | undefined
    >(
      'i.seen_at',
      'p.id',
      'p.site_id',
      'p.name',
      'p.role',
      'p.units',
      'p.locale',
      'p.theme',
      't.name as site_name',
      't.time_zone',
      't.demo',
    );
  if (!row) return null;
  if (row.seen_at < now() - SEEN_MS) await db()('sign_in').where({ id }).update({ seen_at: now() });
  readerMark(markOf(row.locale));
  await thresholdsTaken();
  return {
    id: row.id,
    signInId: id,
    siteId: row.site_id,
    name: row.name,
    role: row.role,
    units: row.units,
    locale: row.locale,
    theme: row.theme,
    siteName: row.site_name,
    timeZone: row.time_zone,
    demo: Boolean(row.demo),
  };
});

/** Who is signed in; sends everyone else to the door. */
export async function requirePerson(): Promise<SignedIn> {
  const person = await signedIn();
  if (person) return person;
  const site = await db()('site').first('id');
  redirect(site ? '/sign-in' : '/first-run');
}

/**
 * Wrong passwords that are borne for a person from one address, for an address, and for a person from everywhere. A browser
 * that this person has signed in with before is not held up by what others try from elsewhere.
 */
const forBoth = new RateLimiterMemory({ points: 8, duration: 900 });
const forAddress = new RateLimiterMemory({ points: 40, duration: 900 });
const forPerson = new RateLimiterMemory({ points: 40, duration: 3600 });
/** Every wrong password is answered later than the one before: so many ms times the number of them, ten seconds at most. */
const DELAY_MS = 150;

/** A hash of no password, so that an unknown name takes as long as a known one. */
const NOBODY = '$argon2id$v=19$m=19456,t=2,p=1$c29tZXNhbHRzb21lc2FsdA$Jcx2gL0BrZfGVYQ0pJWWUPLvUQFMnQdGdKqRnR2m7pA';

const TOO_MANY = 'Too many wrong passwords. Wait a quarter of an hour, or ask the manager to reset yours.';

/** A name as it is looked for and counted by: letters in whatever width, case or accents are the same person's. */
export const nameKey = (name: string): string =>
  name.normalize('NFKC').trim().normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/** How a sign-in ended: in, refused with what to say, or waiting for the code of the second factor. */
export type Answer = { in: true } | { error: string } | { needs: 'code' };

export async function signIn(
  name: string,
  password: string,
  code: string,
  from: { address: string; browser: string },
): Promise<Answer> {
  const { address } = from;
  const key = nameKey(name);
  const known = (await cookies()).get(KNOWN)?.value === knownMark(key);
  const [both, place, person] = await Promise.all([
    forBoth.get(`${key} ${address}`),
    forAddress.get(address),
    forPerson.get(key),
  ]);
  const blocked =
    (both && both.consumedPoints >= 8) ||
    (place && place.consumedPoints >= 40) ||
    (!known && person && person.consumedPoints >= 40);
  if (blocked) return { error: TOO_MANY };
  const wrong = both?.consumedPoints ?? 0;
  if (wrong > 1) await new Promise((ok) => setTimeout(ok, Math.min(10_000, DELAY_MS * wrong ** 2)));
  const row = await db()('person')
    .where({ name: name.normalize('NFKC').trim(), active: true })
    .first('id', 'name', 'password_hash', 'session_version', 'totp_secret', 'totp_used');
  const right = await verify(row?.password_hash ?? NOBODY, password).catch(() => false);
  const count = async () => {
    // Counted by the person whom the database found, whatever was typed.
    await Promise.allSettled([
      forBoth.consume(`${key} ${address}`),
      forAddress.consume(address),
      forPerson.consume(row ? nameKey(row.name) : key),
    ]);
  };
  if (!row || !right) {
    await count();
    return { error: 'That name and password do not go together.' };
  }
  if (row.totp_secret !== null) {
    if (!code.trim()) return { needs: 'code' };
    const step = stepOfCode(row.totp_secret, code, Date.now());
    // Taken once: the same code seen over a shoulder opens nothing. The condition holds for two at once too.
    const taken =
      step !== null &&
      (await db()('person')
        .where({ id: row.id })
        .where((q) => q.whereNull('totp_used').orWhere('totp_used', '<', step))
        .update({ totp_used: step })) === 1;
    if (!taken) {
      await count();
      return {
        error: 'That code is not the one of now. Wait for the next one, and see that the phone’s clock is right.',
      };
    }
  }
  await forBoth.delete(`${key} ${address}`);
  (await cookies()).set(KNOWN, knownMark(nameKey(row.name)), {
    httpOnly: true,
    sameSite: 'strict',
    secure: process.env.MORULA_TLS === '1',
    path: '/api/sign-in',
    maxAge: 365 * 24 * 3600,
  });
  await openSession(row.id, row.session_version, from.browser);
  return { in: true };
}

/** Set in a browser in which a person signed in; says nothing to anybody else. */
const KNOWN = 'morula-known';
const knownMark = (key: string) =>
  createHmac('sha256', process.env.MORULA_SESSION_SECRET ?? '')
    .update(`known ${key}`)
    .digest('base64url');

export async function openSession(personId: number, version: number, browser: string): Promise<void> {
  const key = randomBytes(32).toString('base64url');
  const at = now();
  await db()('sign_in').insert({
    id: idOf(key),
    person_id: personId,
    opened_at: at,
    seen_at: at,
    browser: browser.slice(0, 120),
  });
  // Those that nobody can use any more are no list to look at.
  await db()('sign_in')
    .where('opened_at', '<', at - 4 * TTL_S * 1000)
    .delete();
  const s = await session();
  s.personId = personId;
  s.version = version;
  s.key = key;
  await s.save();
}

/** Ends the sign-in in the books too: a cookie that was copied opens nothing afterwards. */
export async function signOut(): Promise<void> {
  const s = await session();
  if (typeof s.key === 'string')
    await db()('sign_in')
      .where({ id: idOf(s.key), ended_at: null })
      .update({ ended_at: now() });
  s.destroy();
}
