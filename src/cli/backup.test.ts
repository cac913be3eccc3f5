import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { checkBooks } from '@/store/books/check';
import { connect } from '@/store/connection';
import { DAY, HOUR, type TestHatchery, takeOf61500, testHatchery } from '../../tests/support/hatchery';
import { addressOf } from '../../tests/support/server';
import { backup, examine, restore } from './backup';
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
  await restore(await url(), file, join(folder, 'safety.sql.gz'));
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
  expect(readdirSync(folder).filter((f) => f.startsWith('b'))).toEqual([]);
});

describe('what is no backup', () => {
  const whole = () => readFileSync(join(folder, 'a.sql.gz'));
  const text = () => gunzipSync(whole()).toString();
  const cases: [string, () => Buffer, RegExp][] = [
    ['other bytes', () => Buffer.from('these are not the bytes of a backup'), /no backup, or damaged/],
    ['an empty file', () => Buffer.alloc(0), /cut off|is empty/],
    ['an empty archive', () => gzipSync(''), /is empty/],
    ['one cut in the middle', () => whole().subarray(0, 5000), /cut off/],
    ['one whose end is missing', () => gzipSync(text().slice(0, -200)), /its end is missing/],
    ['one with a letter changed', () => gzipSync(text().replace('quoted', 'quoteD')), /does not add up/],
    ['a dump of something else', () => gzipSync('CREATE TABLE x (id INT);\n'), /no backup of Morula/],
    [
      'a dump of another program that ends as it should',
      () => gzipSync('-- MariaDB dump 10.19\nCREATE TABLE x (id INT);\n-- Dump completed on 2031-01-01\n'),
      /it lacks its tables/,
    ],
    [
      'one of a version to come',
      () => {
        const body = text()
          .replace(/^-- Morula backup 1; database at \w+/, '-- Morula backup 1; database at 9999_to_come')
          .replace(/-- end of Morula backup.*\n$/, '');
        const sum = createHash('sha256').update(body).digest('hex');
        return gzipSync(`${body}-- end of Morula backup; sha256 ${sum}\n`);
      },
      /newer version of Morula \(9999_to_come\)/,
    ],
  ];
  test.each(cases)('%s is told, and nothing is touched', async (_, bytes, says) => {
    const odd = join(folder, 'odd.sql.gz');
    writeFileSync(odd, bytes());
    const before = { number: await h.number('J1'), entries: (await h.db('entry')).length };
    await expect(restore(await url(), odd, join(folder, 'odd-safety.sql.gz'))).rejects.toThrow(says);
    expect({ number: await h.number('J1'), entries: (await h.db('entry')).length }).toEqual(before);
    expect(existsSync(join(folder, 'odd-safety.sql.gz'))).toBe(false);
  });

  test('a file that is not there is told', async () => {
    await expect(examine(join(folder, 'missing.sql.gz'))).rejects.toThrow(/there is no file/);
  });
});

test('what stood there is kept, tables that the backup lacks go, and a fault in the books stops it', async () => {
  const file = join(folder, 'c.sql.gz');
  await backup(await url(), file);
  await h.db.raw('CREATE TABLE left_over (id INT PRIMARY KEY)');
  await h.send('pick.record', { unit: h.units.J1!, number: 3 });
  const now = await h.number('J1');
  const safety = join(folder, 'c-safety.sql.gz');
  expect(await restore(await url(), file, safety)).toMatchObject({ faults: 0, safety });
  expect(await h.number('J1')).toBe(now + 3);
  expect(await h.db.schema.hasTable('left_over')).toBe(false);
  // The safety copy is a backup like others.
  await restore(await url(), safety, join(folder, 'c2.sql.gz'));
  expect(await h.number('J1')).toBe(now);
  await h.db.raw('DROP TABLE left_over');
  await h.db('holding').where('number', '>', 0).limit(1).increment('number', 7);
  const wrong = join(folder, 'wrong.sql.gz');
  await backup(await url(), wrong);
  await h.db('holding').where('number', '>', 0).limit(1).decrement('number', 7);
  await expect(restore(await url(), wrong, join(folder, 'w-safety.sql.gz'))).rejects.toThrow(
    /the books .* do not hold/,
  );
  expect(await h.number('J1')).toBe(now);
});

test('a backup of the version before this one is put back and brought up to date', async () => {
  const [rows] = (await h.db.raw('SELECT DATABASE() AS name')) as [{ name: string }[]];
  const other = `${rows[0]!.name}_older`;
  await h.db.raw(`CREATE DATABASE IF NOT EXISTS \`${other}\``);
  try {
    const done = await restore(addressOf(other), 'tests/support/older.sql.gz', join(folder, 'o-safety.sql.gz'));
    expect(done).toMatchObject({ faults: 0, safety: null });
    expect(done.entries).toBe(3);
    const db = connect(addressOf(other), { max: 1 });
    // A value that the older version kept by its place in a list is kept by what it is.
    expect(await db('species_value').pluck('path')).toEqual(['limits.temperature@egg']);
    // What was counted on is called a table now; and the schema is that of a database begun today.
    expect(await db('unit').where({ kind: 'bench' as never })).toEqual([]);
    expect(await schemaOf(db)).toEqual(await schemaOf(h.db));
    await db.destroy();
  } finally {
    await h.db.raw(`DROP DATABASE \`${other}\``);
  }
});

/** Columns, keys, constraints and checks of a database, whatever the order in which they came to be. */
async function schemaOf(db: TestHatchery['db']): Promise<Record<string, unknown>> {
  const of = async (table: string, columns: string, where = '') =>
    (
      (await db.raw(
        `SELECT ${columns} FROM information_schema.${table} WHERE ${table === 'columns' || table === 'statistics' ? 'table_schema' : 'constraint_schema'} = DATABASE() ${where} ORDER BY ${columns}`,
      )) as [Record<string, unknown>[]]
    )[0];
  return {
    columns: await of('columns', 'table_name, column_name, column_type, is_nullable, column_default, collation_name'),
    keys: await of('statistics', 'table_name, index_name, seq_in_index, column_name, non_unique'),
    checks: await of('check_constraints', 'table_name, check_clause'),
    references: await of('referential_constraints', 'table_name, referenced_table_name, delete_rule'),
  };
}

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
