import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect } from '@/store/connection';
import { ensureDatabase, ensurePrograms, isAlive, startDatabase, stopDatabase } from './mariadb';
import { claimStart } from './serve';

const dir = mkdtempSync(join(tmpdir(), 'morula-cli-'));
afterAll(() => rmSync(dir, { recursive: true, force: true }));

describe('Debian packages that are missing', () => {
  const path = process.env.PATH;
  const getuid = process.getuid!;
  const asked = () =>
    existsSync(join(dir, 'asked')) ? readFileSync(join(dir, 'asked'), 'utf8').trim().split('\n') : [];
  /** Stand-ins that write down what they were asked, with this exit code. */
  const standIns = (code: number) => {
    rmSync(join(dir, 'asked'), { force: true });
    for (const name of ['apt-get', 'sudo']) {
      writeFileSync(join(dir, name), `#!/bin/sh\necho "${name} $*" >> ${join(dir, 'asked')}\nexit ${code}\n`);
      chmodSync(join(dir, name), 0o755);
    }
    process.env.PATH = `${dir}:${path}`;
  };
  afterEach(() => {
    process.env.PATH = path;
    process.getuid = getuid;
  });
  const wanted = [
    { program: 'no-such-program-1', packages: ['package-one', 'package-two'] },
    { program: 'no-such-program-2', packages: ['package-two'] },
    { program: 'sh', packages: ['dash'] },
  ];

  test('root installs them itself, each once; what is there already is not asked for', () => {
    standIns(0);
    process.getuid = () => 0;
    ensurePrograms(wanted);
    expect(asked()).toEqual([
      'apt-get update -qq',
      'apt-get install -y -qq --no-install-recommends package-one package-two',
    ]);
  });

  test('another user goes by sudo', () => {
    standIns(0);
    process.getuid = () => 1000;
    ensurePrograms(wanted);
    expect(asked()).toEqual([
      'sudo apt-get update -qq',
      'sudo apt-get install -y -qq --no-install-recommends package-one package-two',
    ]);
  });

  test('nothing missing, nothing asked; what cannot be installed is named', () => {
    standIns(1);
    ensurePrograms([wanted[2]!]);
    expect(asked()).toEqual([]);
    expect(() => ensurePrograms(wanted)).toThrow(/package-one, package-two: install them by hand/);
  });
});

describe('the private server', () => {
  const home = join(dir, 'db');
  afterAll(() => stopDatabase(home));

  test('started twice it is one; stopped and started again it has its data; a fresh database has none', async () => {
    const one = await startDatabase(home, false);
    expect(await startDatabase(home, false)).toMatchObject({ port: one.port, secret: one.secret });
    await ensureDatabase(one, 'morula_kept');
    const db = connect(one.url('morula_kept'), { max: 1 });
    await db.raw('CREATE TABLE t (v INT)');
    await db('t').insert({ v: 34 });
    const by = async () => (await db.raw('SELECT CURRENT_USER() AS u'))[0];
    expect(await by()).toEqual([{ u: 'morula@localhost' }]);
    await db.destroy();
    // Whatever cleared its socket away: it is reached by its port, and the next start mends it.
    const socket = new URL(one.url('x')).searchParams.get('socketPath')!;
    rmSync(socket);
    const byPort = connect(one.url('morula_kept'), { max: 1 });
    expect((await byPort.raw('SELECT CURRENT_USER() AS u, v FROM t'))[0]).toEqual([{ u: 'morula@127.0.0.1', v: 34 }]);
    await byPort.destroy();
    await startDatabase(home, false);
    expect(existsSync(socket)).toBe(true);
    await stopDatabase(home);
    await expect(connect(one.url('morula_kept'), { max: 1 }).raw('SELECT 1')).rejects.toThrow();

    const again = await startDatabase(home, false);
    expect(again.secret).toBe(one.secret);
    await ensureDatabase(again, 'morula_kept');
    const back = connect(again.url('morula_kept'), { max: 1 });
    expect(await back('t').pluck('v')).toEqual([34]);
    await ensureDatabase(again, 'morula_kept', true);
    expect((await back.raw('SHOW TABLES'))[0]).toEqual([]);
    // Only from this machine, and only for databases of its own.
    expect((await back.raw('SELECT @@bind_address AS a'))[0]).toEqual([{ a: '127.0.0.1' }]);
    await expect(back.raw('CREATE DATABASE somebody_elses')).rejects.toThrow(/denied/);
    await back.destroy();
  });

  test('a neighbour that starts leaves its temporary tables alone', async () => {
    const one = await startDatabase(home, false);
    await ensureDatabase(one, 'morula_temp');
    const db = connect(one.url('morula_temp'), { max: 1 });
    await db.raw('CREATE TEMPORARY TABLE t (v TEXT) ENGINE=Aria');
    await db('t').insert({ v: 'here' });
    const neighbour = join(dir, 'neighbour');
    await startDatabase(neighbour, false);
    await stopDatabase(neighbour);
    expect(await db('t').pluck('v')).toEqual(['here']);
    await db.raw('DROP TEMPORARY TABLE t');
    await db.destroy();
  });

  test('a pid file that names a stranger does not count as a server', async () => {
    await stopDatabase(home);
    writeFileSync(join(home, 'mariadb.pid'), String(process.pid));
    expect(isAlive(process.pid, 'mariadbd')).toBe(false);
    const db = await startDatabase(home, false);
    const c = connect(db.url('information_schema'), { max: 1 });
    expect((await c.raw('SELECT 1 AS one'))[0]).toEqual([{ one: 1 }]);
    await c.destroy();
  });
});

describe('two starts at once', () => {
  const file = join(dir, 'home', 'starting');
  test('the first has it; a mark left behind by one that was killed does not count', () => {
    expect(claimStart(file)).toBeNull();
    expect(readFileSync(file, 'utf8')).toBe(String(process.pid));
    // This test is no start: its mark is as good as left behind.
    expect(claimStart(file)).toBeNull();
    writeFileSync(file, '999999999');
    expect(claimStart(file)).toBeNull();
  });
});
