import { hash } from '@node-rs/argon2';
import { z } from 'zod';
import { isTable, takesEggs, type UnitKind, unitKinds, usualLetters } from '@/core/units/unitKinds';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import type { Db, Trx } from '@/store/connection';
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
  /** What must stand before a first batch can: one room with so many units of a kind. */
  first: z
    .object({
      room: z.string().trim().min(1, 'needs a name').max(60, 'is too long'),
      unitKind: z.enum(unitKinds).exclude(['table']),
      /** With which it begins: the pages that know of none yet are about it. */
      species: z.string().max(40, 'is too long').default(''),
      count: z
        .number({ error: 'needs a whole number' })
        .int('must be a whole number')
        .min(1, 'at least one')
        .max(400, 'at most 400 at once'),
    })
    .optional(),
  demo: z.boolean().default(false),
});

/** A room with its units; where eggs are to lie, a table too, on which they are counted before they are laid down. */
async function firstRoom(trx: Trx, siteId: number, first: NonNullable<z.infer<typeof firstRun>['first']>) {
  const room = async (name: string, kind: string, walk: number) =>
    ((await trx('room').insert({ site_id: siteId, name, kind, walk_order: walk })) as [number])[0];
  const units = (roomId: number, kind: UnitKind, count: number) =>
    trx('unit').insert(
      Array.from({ length: count }, (_, i) => ({
        site_id: siteId,
        room_id: roomId,
        name: `${usualLetters[kind]}${i + 1}`,
        kind,
        place_x: i,
        shared: isTable(kind),
      })),
    );
  const eggs = takesEggs(first.unitKind);
  if (eggs)
    await units(
      await room(first.room === 'Spawning room' ? 'Spawning table' : 'Spawning room', 'spawning', 1),
      'table',
      1,
    );
  const kind = eggs ? 'incubation' : first.unitKind === 'tank' ? 'rearing' : 'outdoor';
  await units(await room(first.room, kind, 2), first.unitKind, first.count);
}

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
        first_species: p.first?.species ?? '',
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
    if (p.first) await firstRoom(trx, siteId, p.first);
    return { siteId, personId };
  });
}
