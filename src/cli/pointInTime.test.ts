import { mkdtempSync, renameSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { uuidv7 } from 'uuidv7';
import { execute } from '@/modules/door';
import { setUp } from '@/modules/setup/people';
import type { Actor } from '@/server/context';
import { connect, type Db } from '@/store/connection';
import { migrate } from '@/store/migrations';
import { backup, restore } from './backup';
import { ensureDatabase, type PrivateDatabase, startDatabase, stopDatabase } from './mariadb';
import { placeOf } from './pointInTime';

const folder = mkdtempSync(join(tmpdir(), 'morula-until-'));
const dir = join(folder, 'db');
let own: PrivateDatabase;
let db: Db;
let manager: Actor;

const NAME = 'morula_until';
const open = async () => {
  own = await startDatabase(dir);
  await ensureDatabase(own, NAME);
  db = connect(own.url(NAME), { max: 2 });
};
const note = (text: string) =>
  execute(db, manager, { id: uuidv7(), type: 'note.record', payload: { note: text } }, Date.now());
const notes = async () =>
  ((await db('entry').where({ kind: 'note' }).orderBy('seq').pluck('note')) as string[]).join(' ');
/** The log knows whole seconds: what is to be told apart must lie in two of them. */
const second = () => new Promise((ok) => setTimeout(ok, 2100));

beforeAll(async () => {
  process.env.MORULA_LOG_DIR = join(folder, 'changes');
  await open();
  await migrate(db);
  const made = await setUp(
    db,
    { siteName: 'Test station', timeZone: 'Europe/Vienna', managerName: 'Manager', password: 'correct horse battery' },
    Date.now(),
  );
  manager = { id: made.personId, siteId: made.siteId, name: 'Manager', role: 'manager' };
}, 120_000);
afterAll(async () => {
  await db?.destroy();
  await stopDatabase(dir);
  delete process.env.MORULA_LOG_DIR;
});

test('the drill: a backup, more records, a mistake, and back to just before it', async () => {
  await note('one');
  const file = join(folder, 'morning.sql.gz');
  await backup(own.url(NAME), file);
  expect(await placeOf(file)).toMatchObject({ file: expect.stringMatching(/^changes\.\d+$/) });
  await note('two');
  await second();
  const before = Date.now();
  await second();
  await note('mistake');
  const done = await restore(own.url(NAME), file, join(folder, 'safety.sql.gz'), before);
  expect(await notes()).toBe('one two');
  expect(done).toMatchObject({ faults: 0, safety: expect.any(String) });
  // After a restore another course of events begins: the old log is not played onto it.
  await note('three');
  await expect(restore(own.url(NAME), file, join(folder, 's2.sql.gz'), Date.now())).rejects.toThrow(
    /no longer reaches back to this backup/,
  );
  expect(await notes()).toBe('one two three');
}, 120_000);

test('the data folder is lost: backup and log bring back all but the last second', async () => {
  const file = join(folder, 'noon.sql.gz');
  await backup(own.url(NAME), file);
  await note('four');
  await note('five');
  await second();
  await db.destroy();
  await stopDatabase(dir);
  renameSync(dir, join(folder, 'lost'));
  await open();
  await restore(own.url(NAME), file, join(folder, 's3.sql.gz'), Date.now());
  expect(await notes()).toBe('one two three four five');
  rmSync(join(folder, 'lost'), { recursive: true });
}, 120_000);
