import { existsSync, mkdtempSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { checkBooks } from '@/store/books/check';
import { DAY, HOUR, type TestHatchery, takeOf61500, testHatchery } from '../../tests/support/hatchery';
import { addressOf } from '../../tests/support/server';
import { backup, restore } from './backup';
import { answers } from './serve';

let h: TestHatchery;
const folder = mkdtempSync(join(tmpdir(), 'morula-backup-'));

beforeAll(async () => {
  h = await testHatchery();
  await h.send('take.record', takeOf61500(h.units.B1!, { note: 'öäü “quoted”; -- no comment' }));
  h.clock.now += HOUR;
  await h.send('eggs.layDown', {
    unit: h.units.B1!,
    totalVolumeMl: 3000,
    parts: [1, 2].map((k) => ({ unit: h.units[`J${k}`]!, volumeMl: 1500 })),
  });
  h.clock.now += DAY;
  await h.send('pick.record', { unit: h.units.J1!, number: 12 });
});

const url = async () => {
  const [rows] = (await h.db.raw('SELECT DATABASE() AS name')) as [{ name: string }[]];
  return addressOf(rows[0]!.name);
};

test('what was written down comes back whole: numbers, doubt, notes, and the books replay', async () => {
  const file = join(folder, 'a.sql.gz');
  await backup(await url(), file);
  const before = { number: await h.number('J1'), sd: await h.sd('J1') };
  expect(gunzipSync(readFileSync(file)).toString()).toContain('CREATE TABLE `entry`');
  // Nobody else on the machine may read it.
  expect(statSync(file).mode & 0o077).toBe(0);
  await h.send('pick.record', { unit: h.units.J1!, number: 500 });
  expect(await h.number('J1')).toBe(before.number - 500);
  await restore(await url(), file);
  expect({ number: await h.number('J1'), sd: await h.sd('J1') }).toEqual(before);
  expect((await h.db('entry').where({ kind: 'take' }).first('note')) as { note: string }).toEqual({
    note: 'öäü “quoted”; -- no comment',
  });
  expect((await checkBooks(h.db, h.manager.siteId)).faults).toEqual([]);
});

test('a backup that fails leaves no file that looks like one', async () => {
  const file = join(folder, 'b.sql.gz');
  const gone = (await url()).replace(/\/[^/]*$/, '/no_such_database');
  await expect(backup(gone, file)).rejects.toThrow(/mariadb-dump failed/);
  expect(existsSync(file)).toBe(false);
  expect(readdirSync(folder)).toEqual(['a.sql.gz']);
});

test('putting back what is missing, or what is no backup, says so and changes nothing', async () => {
  await expect(restore(await url(), join(folder, 'missing.sql.gz'))).rejects.toThrow(/there is no file/);
  const odd = join(folder, 'odd.sql.gz');
  writeFileSync(odd, 'these are not the bytes of a backup');
  const before = await h.number('J1');
  await expect(restore(await url(), odd)).rejects.toThrow();
  expect(await h.number('J1')).toBe(before);
});

test('an application is waited for while it lives, and no longer', async () => {
  const server = createServer((_, reply) => reply.end('ok'));
  await new Promise<void>((ok) => server.listen(0, '127.0.0.1', ok));
  const { port } = server.address() as { port: number };
  expect(await answers(`http://127.0.0.1:${port}/`)).toBe(true);
  await new Promise((ok) => server.close(ok));
  let asked = 0;
  expect(await answers(`http://127.0.0.1:${port}/`, () => ++asked < 3)).toBe(false);
  expect(asked).toBeLessThan(6);
});
