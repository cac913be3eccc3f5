import 'server-only';
import { verify } from '@node-rs/argon2';
import { getIronSession, type IronSession } from 'iron-session';
import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { cache } from 'react';
import type { Actor, Role } from '@/commands/define';
import { db } from './database';

type Kept = { personId?: number; version?: number };

export type SignedIn = Actor & {
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
    ttl: 14 * 24 * 3600,
    // Served on loopback over plain HTTP unless a proxy adds TLS and says so.
    cookieOptions: { httpOnly: true, sameSite: 'lax', secure: process.env.MORULA_TLS === '1', path: '/' },
  });
}

/** Who is signed in, or null. One look-up a request. */
export const signedIn = cache(async (): Promise<SignedIn | null> => {
  const s = await session();
  if (!s.personId) return null;
  const row = (await db()('person as p')
    .join('site as t', 't.id', 'p.site_id')
    .where({ 'p.id': s.personId, 'p.active': true, 'p.session_version': s.version ?? 0 })
    .first(
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
    )) as
    | {
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
    | undefined;
  if (!row) return null;
  return {
    id: row.id,
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

/** Ten wrong passwords a quarter of an hour for a name, thirty for an address. */
const byName = new RateLimiterMemory({ points: 10, duration: 900 });
const byAddress = new RateLimiterMemory({ points: 30, duration: 900 });

/** A hash of no password, so that an unknown name takes as long as a known one. */
const NOBODY = '$argon2id$v=19$m=19456,t=2,p=1$c29tZXNhbHRzb21lc2FsdA$Jcx2gL0BrZfGVYQ0pJWWUPLvUQFMnQdGdKqRnR2m7pA';

/** @returns null when signed in, else what to say */
export async function signIn(name: string, password: string, address: string): Promise<string | null> {
  const key = name.trim().toLowerCase();
  try {
    await Promise.all([byName.consume(key), byAddress.consume(address)]);
  } catch {
    return 'Too many wrong passwords. Wait a quarter of an hour, or ask the manager to reset yours.';
  }
  const row = (await db()('person')
    .where({ name: name.trim(), active: true })
    .first('id', 'password_hash', 'session_version')) as
    | { id: number; password_hash: string; session_version: number }
    | undefined;
  const right = await verify(row?.password_hash ?? NOBODY, password).catch(() => false);
  if (!row || !right) return 'That name and password do not go together.';
  await Promise.all([byName.delete(key), byAddress.delete(address)]);
  await openSession(row.id, row.session_version);
  return null;
}

export async function openSession(personId: number, version: number): Promise<void> {
  const s = await session();
  s.personId = personId;
  s.version = version;
  await s.save();
}

export async function signOut(): Promise<void> {
  (await session()).destroy();
}
