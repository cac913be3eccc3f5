import type { Db } from '@/store/connection';
import { migrate } from '@/store/migrations';
import { ownDatabase } from '../../../tests/support/server';
import { setUp } from './people';

let db: Db;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ db, drop } = await ownDatabase('first', 2));
  await migrate(db);
});
afterAll(() => drop?.());

const begin = (first: object | undefined) =>
  setUp(
    db,
    {
      siteName: 'Upper station',
      timeZone: 'Europe/Vienna',
      managerName: 'Manager',
      password: 'correct horse battery',
      ...(first ? { first } : {}),
    } as Parameters<typeof setUp>[1],
    Date.now(),
  );
const empty = async () => {
  for (const t of ['unit', 'room', 'person', 'site']) await db(t).del();
};
const stands = async () =>
  (
    (await db('unit as u')
      .join('room as r', 'r.id', 'u.room_id')
      .orderBy(['r.walk_order', 'u.place_x'])
      .select({ room: 'r.name', of: 'r.kind', name: 'u.name', kind: 'u.kind', shared: 'u.shared' })) as Record<
      string,
      unknown
    >[]
  ).map((u) => [u.of, u.room, u.name, u.kind, Boolean(u.shared)]);
afterEach(empty);

test('a room of jars, and a table on which eggs are counted before they are laid down', async () => {
  await begin({ room: 'Hatching room', unitKind: 'jar', count: 2 });
  expect(await stands()).toEqual([
    ['spawning', 'Spawning room', 'B1', 'table', true],
    ['incubation', 'Hatching room', 'J1', 'jar', false],
    ['incubation', 'Hatching room', 'J2', 'jar', false],
  ]);
});

test('a hall of tanks needs no table; a room that is called like the spawning room keeps its name', async () => {
  await begin({ room: 'Hall', unitKind: 'tank', count: 1 });
  expect(await stands()).toEqual([['rearing', 'Hall', 'R1', 'tank', false]]);
  await empty();
  await begin({ room: 'Spawning room', unitKind: 'tray', count: 1 });
  expect((await stands()).map((u) => u[1])).toEqual(['Spawning table', 'Spawning room']);
});

test('without a room, the site alone; what cannot be leaves nothing half made', async () => {
  await begin(undefined);
  expect(await stands()).toEqual([]);
  await empty();
  for (const wrong of [
    { count: Number.NaN },
    { count: 0 },
    { count: 401 },
    { count: 2.5 },
    { room: ' ' },
    { unitKind: 'table' },
  ])
    await expect(begin({ room: 'Hall', unitKind: 'tank', count: 3, ...wrong })).rejects.toThrow();
  expect(await db('site').first('id')).toBeUndefined();
  expect(await db('room').first('id')).toBeUndefined();
});
