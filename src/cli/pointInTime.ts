import { spawn } from 'node:child_process';
import { createReadStream, existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { createInterface } from 'node:readline';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip } from 'node:zlib';
import { createConnection, type RowDataPacket } from 'mysql2/promise';
import { endOf } from './child';
import { ensurePrograms } from './mariadb';

/** Where the log of changes stood when a backup was made: its file and its place in it. */
export type LogPlace = { file: string; position: number };

/** As the dump program notes it, at the head of a backup. */
const PLACE = /^-- CHANGE MASTER TO MASTER_LOG_FILE='([\w.-]+)', MASTER_LOG_POS=(\d+);/;

/** The place in the log of changes that a backup is of; null where it was made without one. */
export async function placeOf(file: string): Promise<LogPlace | null> {
  const input = createReadStream(file).pipe(createGunzip());
  let n = 0;
  try {
    for await (const line of createInterface({ input })) {
      const found = PLACE.exec(line);
      if (found) return { file: found[1]!, position: Number(found[2]) };
      if (++n > 200) return null;
    }
    return null;
  } finally {
    input.destroy();
  }
}

type Root = Awaited<ReturnType<typeof rootOf>>;

/** A connection as the private server's root: the log of changes is read and played back by no one else. */
async function rootOf(url: string) {
  const u = new URL(url);
  const socketPath = u.searchParams.get('socketPath');
  if (!socketPath) throw new Error('only the database that Morula runs itself can be brought to an instant');
  return createConnection({ socketPath, user: 'root', password: decodeURIComponent(u.password) });
}

/**
 * Plays what was recorded after a backup, up to an instant, into the database that the backup was laid into.
 *
 * @param i `from` is the database as the log names it, `into` the one beside it  @param until ms
 * @throws Error in plain words where the log no longer reaches back to the backup
 */
export async function playUntil(
  url: string,
  i: { place: LogPlace; from: string; into: string },
  until: number,
): Promise<{ files: number }> {
  ensurePrograms([{ program: 'mariadb-binlog', packages: ['mariadb-client'] }]);
  const root = await rootOf(url);
  try {
    // What is recorded from now on, this restoring too, goes into another file.
    await root.query('FLUSH BINARY LOGS');
    const files = await filesFrom(root, i.place.file);
    const u = new URL(url);
    const [args, env] = [
      ['--no-defaults', '--socket', u.searchParams.get('socketPath')!, '--user=root'],
      { ...process.env, TZ: 'UTC', MYSQL_PWD: decodeURIComponent(u.password) },
    ];
    const read = spawn(
      'mariadb-binlog',
      [
        '--no-defaults',
        // Not of what is played back: it would be there twice at the next time.
        '--disable-log-bin',
        `--rewrite-db=${i.from}->${i.into}`,
        `--database=${i.from}`,
        `--start-position=${i.place.position}`,
        // The instant itself still counts; the log knows whole seconds.
        `--stop-datetime=${new Date(Math.floor(until / 1000) * 1000 + 1000).toISOString().slice(0, 19).replace('T', ' ')}`,
        ...files,
      ],
      { env, stdio: ['ignore', 'pipe', 'pipe'] },
    );
    const play = spawn('mariadb', [...args, i.into], { env, stdio: ['pipe', 'ignore', 'pipe'] });
    const results = await Promise.allSettled([
      endOf(read, 'mariadb-binlog'),
      endOf(play, 'mariadb'),
      pipeline(Readable.from(read.stdout), play.stdin),
    ]);
    for (const r of results) if (r.status === 'rejected') throw r.reason;
    return { files: files.length };
  } finally {
    await root.end();
  }
}

/** The files of the log from one on, without the one that is being written. */
async function filesFrom(root: Root, first: string): Promise<string[]> {
  const [[base]] = await root.query<RowDataPacket[]>('SELECT @@log_bin_basename AS base');
  const [rows] = await root.query<RowDataPacket[]>('SHOW BINARY LOGS');
  const names = rows.map((r) => r.Log_name as string);
  const from = names.indexOf(first);
  if (from < 0)
    throw new Error(
      `the log of changes no longer reaches back to this backup (${first}; it begins with ${names[0] ?? 'nothing'}): take a later backup, or restore without --until`,
    );
  const folder = dirname(base!.base as string);
  const files = names.slice(from, -1).map((n) => join(folder, n));
  const gone = files.find((f) => !existsSync(f));
  if (gone) throw new Error(`a file of the log of changes is missing: ${gone}. Nothing was changed`);
  return files;
}

/** Begins the log of changes anew after a restore: what went before belongs to another course of events. */
export async function forgetLog(url: string): Promise<void> {
  const root = await rootOf(url);
  try {
    const [[row]] = await root.query<RowDataPacket[]>('SELECT @@log_bin AS logs');
    if (!row?.logs) return;
    await root.query('FLUSH BINARY LOGS');
    const [rows] = await root.query<RowDataPacket[]>('SHOW BINARY LOGS');
    await root.query('PURGE BINARY LOGS TO ?', [rows.at(-1)!.Log_name as string]);
  } finally {
    await root.end();
  }
}
