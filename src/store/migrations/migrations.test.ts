import { ownDatabase } from '../../../tests/support/server';
import type { Db } from '../connection';
import { migrate, steps, unmigrate } from './index';

let db: Db;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ db, drop } = await ownDatabase('migrations', 2));
});
afterAll(() => drop?.());

const tables = async () =>
  ((await db.raw('SHOW TABLES'))[0] as Record<string, string>[])
    .map((r) => Object.values(r)[0]!)
    .filter((t) => !t.startsWith('migration'));

test('every step goes up, all of them come down again, and up once more', async () => {
  expect(await migrate(db)).toEqual(steps.map((s) => s.name));
  const full = await tables();
  expect(full).toEqual(expect.arrayContaining(['entry', 'posting', 'holding_point_past', 'reading_day']));
  expect(await migrate(db)).toEqual([]);
  await unmigrate(db);
  expect(await tables()).toEqual([]);
  await migrate(db);
  expect((await tables()).sort()).toEqual(full.sort());
}, 120_000);

test('the names of the steps are in order and never twice', () => {
  const names = steps.map((s) => s.name);
  expect(new Set(names).size).toBe(names.length);
  expect([...names].sort()).toEqual(names);
});

test('the database states the rules again: no negative holding, no second voiding, no strange account', async () => {
  const now = Date.now();
  await db('site').insert({ id: 1, name: 's', time_zone: 'UTC', lot_pattern: '{nn}', created_at: now });
  await db('person').insert({ id: 1, site_id: 1, name: 'p', role: 'manager', password_hash: 'x' });
  await db('room').insert({ id: 1, site_id: 1, name: 'r', kind: 'rearing', walk_order: 1 });
  await db('unit').insert({ id: 1, site_id: 1, room_id: 1, name: 'u', kind: 'tank' });
  await db('lot').insert({ id: 1, site_id: 1, name: 'l', species: 'x', season: '2031', started_at: now });
  const holding = { site_id: 1, lot_id: 1, unit_id: 1, stage: 'fry', station: 'fry' };
  await expect(db('holding').insert({ ...holding, number: -1 })).rejects.toThrow(/constraint/i);
  await db('holding').insert({ ...holding, id: 1, number: 5 });
  await expect(db('holding').insert({ ...holding, number: 6 })).rejects.toThrow(/Duplicate/);
  const entry = (id: string, voids: number | null) => ({
    id,
    site_id: 1,
    command_id: id,
    kind: 'pick',
    at: now,
    precision: 'minute',
    order_at: now,
    day_rank: 1,
    recorded_at: now,
    recorded_by: 1,
    measured_by: 'p',
    intent: '{}',
    acts: '[]',
    voids_seq: voids,
  });
  const [seq] = (await db('entry').insert(entry('a', null))) as [number];
  await db('entry').insert(entry('b', seq));
  await expect(db('entry').insert(entry('c', seq))).rejects.toThrow(/Duplicate/);
  const posting = { entry_seq: seq, made_seq: seq, holding_id: 1, delta: -1, order_at: now };
  await expect(db('posting').insert({ ...posting, account: 'eaten' })).rejects.toThrow(/truncated/i);
  await expect(db('posting').insert({ ...posting, account: 'picked', holding_id: 77 })).rejects.toThrow(/foreign key/i);
});
