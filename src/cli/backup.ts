import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { createConnection, type RowDataPacket } from 'mysql2/promise';
import { checkBooks } from '@/store/books/check';
import { connect } from '@/store/connection';
import { migrate, steps } from '@/store/migrations';
import { refreshStatistics } from '@/store/statistics';
import { endOf } from './child';
import { DUMP_PROGRAM, ensurePrograms } from './mariadb';
import { forgetLog, placeOf, playUntil } from './pointInTime';

/** First line of a backup: that it is one, and the newest step of the database that it was made of. */
const HEAD = /^-- Morula backup 1; database at ([\w]+)$/;
/** Last line: that it is whole, and what its lines add up to. */
const END = /^-- end of Morula backup; sha256 ([0-9a-f]{64})$/;
/** Backups of versions before these lines begin and end as the dump program writes them. */
const PLAIN_HEAD = /^(-- MariaDB dump |\/\*M?!999999\\- enable the sandbox mode)/;
const PLAIN_END = /^-- Dump completed/;

function clientArgs(url: string): { args: string[]; env: NodeJS.ProcessEnv; database: string } {
  const u = new URL(url);
  return {
    args: [
      '--no-defaults',
      '--host',
      u.hostname,
      '--port',
      u.port || '3306',
      '--user',
      decodeURIComponent(u.username),
      '--protocol=tcp',
    ],
    // The password goes by the environment: arguments can be read by others on the machine.
    env: { ...process.env, MYSQL_PWD: decodeURIComponent(u.password) },
    database: u.pathname.slice(1),
  };
}

/** A connection to the server of a database, in no database. */
async function serverOf(url: string) {
  const u = new URL(url);
  return createConnection({
    host: u.hostname,
    port: Number(u.port || 3306),
    user: decodeURIComponent(u.username),
    password: decodeURIComponent(u.password),
  });
}

/** Writes the whole database to a gzipped SQL file, consistent at one instant; the file appears only when it is whole. */
export async function backup(url: string, file: string): Promise<void> {
  ensurePrograms([DUMP_PROGRAM]);
  const { args, env, database } = clientArgs(url);
  const version = await newestStep(url);
  mkdirSync(dirname(file), { recursive: true });
  const part = `${file}.part`;
  const dump = spawn(
    'mariadb-dump',
    [
      ...args,
      '--single-transaction',
      '--quick',
      '--skip-lock-tables',
      '--hex-blob',
      // Notes the place in the log of changes, from which a restore can go on.
      ...((await logsChanges(url)) ? ['--master-data=2'] : []),
      database,
    ],
    { env, stdio: ['ignore', 'pipe', 'pipe'] },
  );
  const ended = endOf(dump, 'mariadb-dump');
  const hash = createHash('sha256');
  const summed = new Transform({
    transform(chunk: Buffer, _, done) {
      hash.update(chunk);
      done(null, chunk);
    },
    flush(done) {
      done(null, `-- end of Morula backup; sha256 ${hash.digest('hex')}\n`);
    },
  });
  const headed = async function* () {
    yield Buffer.from(`-- Morula backup 1; database at ${version}\n`);
    yield* dump.stdout;
  };
  try {
    await both(
      ended,
      pipeline(Readable.from(headed()), summed, createGzip(), createWriteStream(part, { mode: 0o600 })),
    );
    renameSync(part, file);
  } catch (e) {
    rmSync(part, { force: true });
    throw e;
  }
}

/** Whether the server of a database keeps a log of changes that Morula may read the place of. */
async function logsChanges(url: string): Promise<boolean> {
  // Another's server keeps its log for itself.
  if (!new URL(url).searchParams.has('socketPath')) return false;
  const server = await serverOf(url);
  try {
    const [rows] = await server.query<RowDataPacket[]>('SELECT @@log_bin AS logs');
    return Boolean(rows[0]?.logs);
  } finally {
    await server.end();
  }
}

/** The newest step that a database was brought to; `empty` where it was brought to none. */
async function newestStep(url: string): Promise<string> {
  const db = connect(url, { max: 1 });
  try {
    const row = await db('migration').max('name as name').first<{ name: string | null } | undefined>();
    return row?.name ?? 'empty';
  } catch (e) {
    if ((e as { code?: string }).code === 'ER_NO_SUCH_TABLE') return 'empty';
    // What is wrong with the database itself the dump program says.
    return 'unknown';
  } finally {
    await db.destroy();
  }
}

/**
 * Reads a backup through, and tells whether it is one: its first line, its end mark and checksum, and that it is of no
 * newer version than this.
 * @throws Error in plain words; nothing was touched
 */
export async function examine(file: string): Promise<{ version: string | null }> {
  if (!existsSync(file)) throw new Error(`there is no file ${file}`);
  const hash = createHash('sha256');
  let first = '';
  let held = Buffer.alloc(0);
  let read = 0;
  const reader = new Transform({
    transform(chunk: Buffer, _, done) {
      read += chunk.length;
      if (!first.includes('\n') && first.length < 300) first += chunk.toString('utf8');
      // The last line is not of what is summed: it is held back until more comes.
      const all = Buffer.concat([held, chunk]);
      const keep = Math.max(0, all.length - 300);
      hash.update(all.subarray(0, keep));
      held = all.subarray(keep);
      done();
    },
  });
  try {
    await pipeline(createReadStream(file), createGunzip(), reader);
  } catch (e) {
    const { code } = e as { code?: string };
    throw new Error(
      code === 'Z_BUF_ERROR'
        ? `${file} is cut off: only a part of a backup is in it`
        : code?.startsWith('Z_')
          ? `${file} is no backup, or damaged: it cannot be unpacked (${(e as Error).message})`
          : `${file} cannot be read: ${(e as Error).message}`,
    );
  }
  if (read === 0) throw new Error(`${file} is empty: it is no backup`);
  const head = first.split('\n')[0]!;
  const tail = held.toString('utf8');
  const last = tail.trimEnd().split('\n').at(-1)!;
  const version = HEAD.exec(head)?.[1];
  if (version === undefined) {
    if (!PLAIN_HEAD.test(head)) throw new Error(`${file} is no backup of Morula`);
    if (!PLAIN_END.test(last)) throw new Error(`${file} is cut off: its end is missing`);
    return { version: null };
  }
  const end = END.exec(last);
  if (!end) throw new Error(`${file} is cut off: its end is missing`);
  const body = tail.slice(0, tail.lastIndexOf('-- end of Morula backup'));
  hash.update(Buffer.from(body, 'utf8'));
  const sum = hash.digest('hex');
  if (sum !== end[1]) throw new Error(`${file} is damaged: what is in it does not add up to what was written`);
  if (version !== 'empty' && version !== 'unknown' && !steps.some((s) => s.name === version))
    throw new Error(`${file} was made by a newer version of Morula (${version}): bring this one up to date first`);
  return { version };
}

export type Restored = { entries: number; faults: number; safety: string | null };

/**
 * Puts a database back from such a file. What is in the file is read through first; then it is laid into a database of
 * its own beside the one in use, brought up to date and checked; only then the two change places. What stood there is
 * kept as a safety copy.
 *
 * @param safety where that copy goes  @param until to which instant what was recorded after the backup is brought in, ms
 * @throws Error in plain words; the database in use is then as it was
 */
export async function restore(url: string, file: string, safety: string, until?: number): Promise<Restored> {
  await examine(file);
  const place = until === undefined ? null : await placeOf(file);
  if (until !== undefined && !place)
    throw new Error(`${file} was made without a log of changes: it can only be restored as it is, without --until`);
  ensurePrograms([{ program: 'mariadb', packages: ['mariadb-client-core'] }]);
  const { args, env, database } = clientArgs(url);
  // A name of its own each time: the log of changes has what was done to the one before.
  const beside = `${database}_r${Date.now().toString(36)}`;
  const old = `${database}_replaced`;
  const server = await serverOf(url);
  try {
    try {
      for (const name of [beside, old]) {
        await server.query(`DROP DATABASE IF EXISTS \`${name}\``);
        await server.query(`CREATE DATABASE \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
      }
    } catch (e) {
      throw new Error(
        `the database user may not make ${beside} and ${old} beside ${database}, in which it is tried first: ${(e as Error).message}`,
      );
    }
    const client = spawn('mariadb', [...args, beside], { env, stdio: ['pipe', 'ignore', 'pipe'] });
    const ended = endOf(client, 'mariadb');
    await both(ended, pipeline(createReadStream(file), createGunzip(), client.stdin));
    if (place) await playUntil(url, { place, from: database, into: beside }, until!);
    const besideUrl = Object.assign(new URL(url), { pathname: `/${beside}` }).toString();
    const { entries, faults } = await checkRestored(besideUrl, file);
    const kept = (await tablesOf(server, database)).length > 0 ? safety : null;
    if (kept) await backup(url, kept);
    await swap(server, { from: beside, to: database, old });
    if (await logsChanges(url)) await forgetLog(url);
    return { entries, faults, safety: kept };
  } finally {
    for (const name of [beside, old]) await server.query(`DROP DATABASE IF EXISTS \`${name}\``).catch(() => {});
    await server.end();
  }
}

/** Brings what was laid in up to date, and replays its books. @throws Error when they do not hold */
async function checkRestored(url: string, file: string): Promise<{ entries: number; faults: number }> {
  const db = connect(url, { max: 2 });
  try {
    if (!(await db.schema.hasTable('migration')))
      throw new Error(`${file} is no backup of Morula: it lacks its tables`);
    const known = new Set(steps.map((s) => s.name));
    const newer = (await db('migration').pluck<string[]>('name')).find((n) => !known.has(n));
    if (newer)
      throw new Error(`${file} was made by a newer version of Morula (${newer}): bring this one up to date first`);
    await migrate(db);
    let [entries, faults] = [0, 0];
    for (const site of await db('site').select('id')) {
      const found = await checkBooks(db, site.id);
      entries += found.entries;
      faults += found.faults.length;
      if (found.faults.length > 0)
        throw new Error(
          `the books in ${file} do not hold: ${found.faults.length} differences (first: ${found.faults[0]!.what} at ${found.faults[0]!.where}). Nothing was changed`,
        );
    }
    await refreshStatistics(db);
    return { entries, faults };
  } finally {
    await db.destroy();
  }
}

type Server = Awaited<ReturnType<typeof serverOf>>;

async function tablesOf(server: Server, database: string): Promise<string[]> {
  const [rows] = await server.query<RowDataPacket[]>(
    "SELECT TABLE_NAME AS name FROM information_schema.TABLES WHERE TABLE_SCHEMA = ? AND TABLE_TYPE = 'BASE TABLE'",
    [database],
  );
  return rows.map((r) => r.name as string);
}

/** Two databases change places, all tables in one statement; what the new one lacks goes with the old. */
async function swap(server: Server, i: { from: string; to: string; old: string }): Promise<void> {
  const [out, into] = [await tablesOf(server, i.to), await tablesOf(server, i.from)];
  await server.query('SET SESSION foreign_key_checks = 0');
  const moves = [
    ...out.map((t) => `\`${i.to}\`.\`${t}\` TO \`${i.old}\`.\`${t}\``),
    ...into.map((t) => `\`${i.from}\`.\`${t}\` TO \`${i.to}\`.\`${t}\``),
  ];
  await server.query(`RENAME TABLE ${moves.join(', ')}`);
}

/** Waits for a program and for what flows through it; what the program said comes before a broken pipe. */
async function both(program: Promise<void>, flow: Promise<void>): Promise<void> {
  for (const r of await Promise.allSettled([program, flow])) if (r.status === 'rejected') throw r.reason;
}
