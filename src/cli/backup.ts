import { spawn } from 'node:child_process';
import { createReadStream, createWriteStream, existsSync, renameSync, rmSync } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { DUMP_PROGRAM, ensurePrograms } from './mariadb';

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

/** Writes the whole database to a gzipped SQL file, consistent at one instant; the file appears only when it is whole. */
export async function backup(url: string, file: string): Promise<void> {
  ensurePrograms([DUMP_PROGRAM]);
  const { args, env, database } = clientArgs(url);
  const part = `${file}.part`;
  const dump = spawn(
    'mariadb-dump',
    [...args, '--single-transaction', '--quick', '--skip-lock-tables', '--hex-blob', database],
    { env, stdio: ['ignore', 'pipe', 'pipe'] },
  );
  const ended = endOf(dump, 'mariadb-dump');
  try {
    await both(ended, pipeline(dump.stdout, createGzip(), createWriteStream(part, { mode: 0o600 })));
    renameSync(part, file);
  } catch (e) {
    rmSync(part, { force: true });
    throw e;
  }
}

/** Puts a database back from such a file; what is in the database now is replaced. */
export async function restore(url: string, file: string): Promise<void> {
  if (!existsSync(file)) throw new Error(`there is no file ${file}`);
  ensurePrograms([{ program: 'mariadb', packages: ['mariadb-client-core'] }]);
  const { args, env, database } = clientArgs(url);
  const client = spawn('mariadb', [...args, database], { env, stdio: ['pipe', 'ignore', 'pipe'] });
  const ended = endOf(client, 'mariadb');
  await both(ended, pipeline(createReadStream(file), createGunzip(), client.stdin));
}

/** Waits for a program and for what flows through it; what the program said comes before a broken pipe. */
async function both(program: Promise<void>, flow: Promise<void>): Promise<void> {
  for (const r of await Promise.allSettled([program, flow])) if (r.status === 'rejected') throw r.reason;
}

function endOf(child: ReturnType<typeof spawn>, name: string): Promise<void> {
  let err = '';
  child.stderr?.on('data', (d: Buffer) => {
    err += d.toString();
  });
  return new Promise((ok, fail) => {
    child.on('error', fail);
    child.on('exit', (code) => (code === 0 ? ok() : fail(new Error(`${name} failed: ${err.trim().slice(0, 400)}`))));
  });
}
