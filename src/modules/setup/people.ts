import { hash } from '@node-rs/argon2';
import { z } from 'zod';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import type { Db } from '@/store/connection';
import { personName } from './acts/addPerson/act';
import { password } from './input';
import { isTimeZone } from './places';

/** Ends all that somebody is signed in with: the cookie's version no longer fits, and the list says so. */
export async function endSignIns(c: Context, personId: number): Promise<void> {
  await c.trx('sign_in').where({ person_id: personId, ended_at: null }).update({ ended_at: c.now });
}

export const FIRST_SITE = 1;

export const firstRun = z.object({
  siteName: z.string().trim().min(1, 'needs a name').max(80, 'is too long'),
  timeZone: z.string().refine(isTimeZone, 'is no time zone; like Europe/Vienna'),
  managerName: personName,
  password,
  lotPattern: z
    .string()
    .trim()
    .regex(/\{n+\}/, 'needs a running number: {n}, {nn} or {nnn}')
    .default('{code}-{yy}-{nn}'),
  seasonStartsMonth: z.number().int().min(1).max(12).default(9),
  demo: z.boolean().default(false),
});

/**
 * The first site with its first manager. The only writing that no person signs for, since there is none yet; refused
 * as soon as there is a site.
 */
export async function setUp(
  db: Db,
  input: z.input<typeof firstRun>,
  now: number,
): Promise<{ siteId: number; personId: number }> {
  const p = firstRun.parse(input);
  const passwordHash = await hash(p.password);
  const setUpAlready = () => new ActRefused('setUp', 'This hatchery is set up already.', '', 'Sign in.');
  return db.transaction(async (trx) => {
    if (await trx('site').forUpdate().first('id')) throw setUpAlready();
    const [siteId] = (await trx('site')
      .insert({
        // An empty table has no row to lock: of two that begin at once the second finds this number taken.
        id: FIRST_SITE,
        name: p.siteName,
        time_zone: p.timeZone,
        lot_pattern: p.lotPattern,
        season_starts_month: p.seasonStartsMonth,
        demo: p.demo,
        created_at: now,
      })
      .catch((e: { code?: string }) => {
        throw e.code === 'ER_DUP_ENTRY' ? setUpAlready() : e;
      })) as [number];
    const [personId] = (await trx('person').insert({
      site_id: siteId,
      name: p.managerName,
      role: 'manager',
      password_hash: passwordHash,
    })) as [number];
    return { siteId, personId };
  });
}
