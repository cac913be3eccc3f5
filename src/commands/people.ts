import { hash, verify } from '@node-rs/argon2';
import { z } from 'zod';
import type { Db } from '@/store/connection';
import { type Context, defineCommand } from './define';
import { isTimeZone } from './places';
import { CommandRefused } from './refused';

export const password = z.string().min(10, 'needs at least 10 characters').max(200, 'is too long');
const personName = z.string().normalize('NFKC').trim().min(1, 'needs a name').max(80, 'is too long');
const role = z.enum(['manager', 'culturist', 'hand', 'reader']);

/** Ends all that somebody is signed in with: the cookie's version no longer fits, and the list says so. */
export async function endSignIns(c: Context, personId: number): Promise<void> {
  await c.trx('sign_in').where({ person_id: personId, ended_at: null }).update({ ended_at: c.now });
}

export const addPerson = defineCommand({
  type: 'person.add',
  roles: ['manager'],
  schema: z.object({
    name: personName,
    role,
    password,
    units: z.enum(['metric', 'us']).default('metric'),
    locale: z.string().max(16).default('en-GB'),
  }),
  async handle(c, p) {
    if (await c.trx('person').where({ site_id: c.site.id, name: p.name }).first('id'))
      throw new CommandRefused('nameTaken', 'There is somebody of that name already.', 'name', 'Add an initial.');
    const [id] = (await c.trx('person').insert({
      site_id: c.site.id,
      name: p.name,
      role: p.role,
      password_hash: await hash(p.password),
      units: p.units,
      locale: p.locale,
    })) as [number];
    return { id };
  },
});

export const savePerson = defineCommand({
  type: 'person.save',
  roles: ['manager'],
  schema: z.object({ id: z.number().int(), role, active: z.boolean() }),
  async handle(c, p) {
    if (p.id === c.actor.id && (p.role !== 'manager' || !p.active))
      throw new CommandRefused('self', 'You cannot take the keys from yourself.', 'role', 'Another manager can.');
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
    if (n === 0) throw new CommandRefused('noPerson', 'There is no such person.', 'id');
    await endSignIns(c, p.id);
    return {};
  },
});

export const resetPassword = defineCommand({
  type: 'person.resetPassword',
  roles: ['manager'],
  schema: z.object({ id: z.number().int(), password }),
  async handle(c, p) {
    const n = await c
      .trx('person')
      .where({ id: p.id, site_id: c.site.id })
      .update({ password_hash: await hash(p.password), session_version: c.trx.raw('session_version + 1') });
    if (n === 0) throw new CommandRefused('noPerson', 'There is no such person.', 'id');
    await endSignIns(c, p.id);
    return {};
  },
});

/** Everyone changes their own password, knowing the old one; all other sign-ins of theirs end. */
export const changePassword = defineCommand({
  type: 'person.changePassword',
  roles: ['manager', 'culturist', 'hand', 'reader'],
  schema: z.object({ current: z.string().max(200), password }),
  async handle(c, p) {
    const row = (await c.trx('person').where({ id: c.actor.id }).first('password_hash')) as { password_hash: string };
    if (!(await verify(row.password_hash, p.current).catch(() => false)))
      throw new CommandRefused('password', 'That is not your password.', 'current', 'Type the one you sign in with.');
    await c
      .trx('person')
      .where({ id: c.actor.id })
      .update({ password_hash: await hash(p.password), session_version: c.trx.raw('session_version + 1') });
    await endSignIns(c, c.actor.id);
    return {};
  },
});

export const savePreferences = defineCommand({
  type: 'preferences.save',
  roles: ['manager', 'culturist', 'hand', 'reader'],
  schema: z.object({
    units: z.enum(['metric', 'us']).optional(),
    locale: z.enum(['en-GB', 'en-US', 'de-DE', 'fr-FR', 'sv-SE']).optional(),
    theme: z.enum(['day', 'dim']).optional(),
  }),
  async handle(c, p) {
    if (Object.keys(p).length > 0) await c.trx('person').where({ id: c.actor.id }).update(p);
    return {};
  },
});

const FIRST_SITE = 1;

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
  const setUpAlready = () => new CommandRefused('setUp', 'This hatchery is set up already.', '', 'Sign in.');
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
