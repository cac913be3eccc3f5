import { uuidv7 } from 'uuidv7';
import { putThresholdsInForce } from '@/core/thresholdsInForce';
import { decisions, execute } from '@/modules/door';
import { setUp } from '@/modules/setup/people';
import type { Actor } from '@/server/context';
import type { Db } from '@/store/connection';
import { migratedDatabase } from './server';

export const HOUR = 3_600_000;
export const DAY = 24 * HOUR;

/** An empty database with one small, empty hatchery. */
export type TestHatchery = {
  db: Db;
  /** Advances with every command unless set. */
  clock: { now: number };
  manager: Actor;
  culturist: Actor;
  hand: Actor;
  units: Record<string, number>;
  sensor: number;
  releaseSite: number;
  /** Sends an act as the manager (or another), at the clock's time; answers to its questions stand among the fields. */
  send: <R = Record<string, unknown>>(
    type: string,
    payload: Record<string, unknown>,
    actor?: Actor,
    id?: string,
  ) => Promise<R>;
  number: (unit: string, stage?: string) => Promise<number>;
  sd: (unit: string, stage?: string) => Promise<number>;
};

let database: { db: Db; drop: () => Promise<void> } | null = null;

/** One database for a test file, made at its first test and emptied before each other one. */
async function emptyDatabase(): Promise<Db> {
  if (!database) {
    database = await migratedDatabase('hatchery', 24);
    return database.db;
  }
  const { db } = database;
  const tables = (await db('information_schema.tables')
    .whereRaw('table_schema = DATABASE()')
    .where('table_name', 'not like', 'migration%')
    .pluck('table_name')) as string[];
  await db.transaction(async (trx) => {
    await trx.raw('SET FOREIGN_KEY_CHECKS = 0');
    for (const t of tables) await trx(t).delete();
    await trx.raw('SET FOREIGN_KEY_CHECKS = 1');
  });
  return db;
}

afterAll(async () => {
  await database?.drop();
  database = null;
});

export async function testHatchery(): Promise<TestHatchery> {
  const db = await emptyDatabase();
  putThresholdsInForce({});
  const clock = { now: Date.parse('2031-11-03T08:00:00Z') };
  const { siteId, personId } = await setUp(
    db,
    { siteName: 'Test station', timeZone: 'Europe/Vienna', managerName: 'Manager', password: 'correct horse battery' },
    clock.now,
  );
  const manager: Actor = { id: personId, siteId, name: 'Manager', role: 'manager' };
  const send: TestHatchery['send'] = async (type, payload, actor = manager, id = uuidv7()) => {
    clock.now += 1000;
    return (await execute(db, actor, { id, ...withAnswers(type, payload) }, clock.now)).result as never;
  };
  const person = async (who: string, role: 'culturist' | 'hand'): Promise<Actor> => {
    const { id } = await send<{ id: number }>('person.add', { name: who, role, password: 'correct horse battery' });
    return { id, siteId, name: who, role };
  };
  const culturist = await person('Culturist', 'culturist');
  const hand = await person('Hand', 'hand');
  const room = async (title: string, kind: string) =>
    (await send<{ id: number }>('room.save', { name: title, kind })).id;
  const cold = await room('Cold room', 'incubation');
  const hall = await room('Hall', 'rearing');
  const { id: sensor } = await send<{ id: number }>('sensor.save', { name: 'bay1', room: cold });
  await send('unit.addMany', { room: cold, kind: 'table', prefix: 'B', from: 1, count: 1 });
  await send('unit.addMany', {
    room: cold,
    kind: 'jar',
    prefix: 'J',
    from: 1,
    count: 4,
    battery: 'A',
    loadLimit: 60000,
  });
  await send('unit.addMany', { room: hall, kind: 'tank', prefix: 'R', from: 1, count: 6 });
  const { id: releaseSite } = await send<{ id: number }>('releaseSite.save', { name: 'Lake Ivarre' });
  const units = Object.fromEntries(
    ((await db('unit').select('id', 'name')) as { id: number; name: string }[]).map((u) => [u.name, u.id]),
  );
  const held = async (unit: string, stage?: string) =>
    (await db('holding')
      .where({ unit_id: units[unit]! })
      .where('number', '>', 0)
      .modify((q) => {
        if (stage) q.where({ stage });
      })
      .select('number', 'sd')) as { number: number; sd: number }[];
  return {
    db,
    clock,
    manager,
    culturist,
    hand,
    units,
    sensor,
    releaseSite,
    send,
    number: async (unit, stage) => (await held(unit, stage)).reduce((s, h) => s + h.number, 0),
    sd: async (unit, stage) => (await held(unit, stage))[0]?.sd ?? 0,
  };
}

/** Ids of the questions that an act may ask; of one that carries out others, all there are. */
function questionsOf(type: string): Map<string, ReadonlySet<string>> {
  const own = decisions.byType.get(type)?.act;
  const acts = own?.passesAnswersOn ? [...decisions.byType.values()].map((d) => d.act) : own ? [own] : [];
  const all = new Map<string, Set<string>>();
  for (const q of acts.flatMap((a) => a.questions ?? []))
    all.set(q.id, new Set([...(all.get(q.id) ?? []), ...q.answers]));
  return all;
}

/** Fields and answers apart, as they are sent: tests write them side by side. */
export function withAnswers(type: string, payload: Record<string, unknown>) {
  const questions = questionsOf(type);
  const answers: Record<string, string> = {};
  const fieldsOf = (o: Record<string, unknown>) =>
    Object.fromEntries(
      Object.entries(o).filter(([k, v]) => {
        const answer = typeof v === 'string' && questions.get(k)?.has(v);
        if (answer) answers[k] = v;
        return !answer;
      }),
    );
  const fields = fieldsOf(payload);
  const { replacement } = payload as { replacement?: Record<string, unknown> };
  return { type, payload: replacement ? { ...fields, replacement: fieldsOf(replacement) } : fields, answers };
}

/** A take of 61 500 ± 5 217 eggs on the table: three samples of 10 mL with 212, 198 and 205, in all 3 000 mL. */
export const takeOf61500 = (unit: number, more: Record<string, unknown> = {}) => ({
  species: 'arctic-char',
  females: [
    { tag: 'F31', massG: 1200 },
    { tag: 'F34', massG: 1800 },
  ],
  males: [{ tag: 'M4' }, { tag: 'M7' }, { tag: 'M9' }],
  cross: 'pooled',
  measured: {
    method: 'volume',
    samples: [
      { volumeMl: 10, count: 212 },
      { volumeMl: 10, count: 198 },
      { volumeMl: 10, count: 205 },
    ],
    totalVolumeMl: 3000,
  },
  unit,
  // So many of so little: asked about, and right.
  sure: 'yes',
  ...more,
});

/** That take, an hour later laid down in these jars by equal volumes. */
export async function laidDown(
  h: TestHatchery,
  jars: readonly string[],
  more: Record<string, unknown> = {},
): Promise<void> {
  await h.send('take.record', takeOf61500(h.units.B1!));
  h.clock.now += HOUR;
  await h.send('eggs.layDown', {
    unit: h.units.B1!,
    totalVolumeMl: 3000,
    parts: jars.map((jar) => ({ unit: h.units[jar]!, volumeMl: 3000 / jars.length })),
    ...more,
  });
}
