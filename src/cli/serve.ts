import { spawn } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, unlinkSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { text } from 'node:stream/consumers';
import { demoScenes, sceneOf } from '@/core/demoScenes';
import { makeClock } from '@/core/time/clock';
import { HOUR_MS } from '@/core/time/spans';
import { demoPowerCut, demoProbes } from '@/demo/water/probes';
import { startBroker } from '@/simulators/broker';
import { startLabelPrinter } from '@/simulators/labelPrinter';
import { startPager } from '@/simulators/pager';
import { startProbes } from '@/simulators/probes';
import { connect } from '@/store/connection';
import { migrate } from '@/store/migrations';
import { refreshStatistics } from '@/store/statistics';
import { backup } from './backup';
import { type Environment, readEnvironment } from './environment';
import { checkForeignDatabase } from './foreign';
import { HOME, lastRun, RUN_FILE, type Running, running, say } from './home';
import { databaseIsAlive, ensureDatabase, isAlive, type PrivateDatabase, startDatabase, stopDatabase } from './mariadb';
import { carrySignIns, type Opened, openScene, sceneIn, sceneWords, watchScene } from './scene';
import { backOff, keepRunning, spawnApplication } from './supervise';

const START_FILE = join(HOME, 'starting');

/**
 * The address of the database for `mode`, started when it is a private one; its name keeps demo and real data apart.
 * @param fresh empties the demo's; an own hatchery's is never emptied
 */
export async function openDatabase(
  mode: 'demo' | 'start',
  fresh = false,
): Promise<{ url: string; own: PrivateDatabase | null }> {
  const env = readEnvironment();
  if (env.DATABASE_URL && mode === 'start') {
    await checkForeignDatabase(env.DATABASE_URL);
    return { url: env.DATABASE_URL, own: null };
  }
  say('starting the private MariaDB on loopback');
  const own = await startDatabase(join(HOME, 'db'));
  const name = mode === 'demo' ? 'morula_demo' : 'morula';
  await ensureDatabase(own, name, fresh && mode === 'demo');
  return { url: own.url(name), own };
}

/**
 * Marks that a start is under way, so that two at once do not both start a database and build.
 * @returns the pid of the other that is at it; null when the mark is ours now
 */
export function claimStart(file = START_FILE): number | null {
  mkdirSync(dirname(file), { recursive: true });
  for (;;) {
    try {
      writeFileSync(file, String(process.pid), { flag: 'wx' });
      return null;
    } catch (e) {
      if ((e as { code?: string }).code !== 'EEXIST') throw e;
    }
    const other = Number(readFileSync(file, 'utf8'));
    if (isAlive(other, 'main.ts')) return other;
    // Left behind by one that was killed.
    rmSync(file, { force: true });
  }
}

/** Serves until stopped; waits where another start from this folder is under way, and leaves it to that one. */
export async function serve(mode: 'demo' | 'start', args: string[]): Promise<number> {
  const other = claimStart();
  if (other === null) {
    try {
      return await startAndServe(mode, args, () => rmSync(START_FILE, { force: true }));
    } finally {
      if (existsSync(START_FILE) && Number(readFileSync(START_FILE, 'utf8')) === process.pid) rmSync(START_FILE);
    }
  }
  say(`another start from this folder is under way (pid ${other}); waiting for it`);
  while (isAlive(other, 'main.ts') && running() === null) await new Promise((ok) => setTimeout(ok, 300));
  return serve(mode, args);
}

/** Migrates, seeds the demo if asked and empty, builds if sources changed, and serves until stopped. */
async function startAndServe(mode: 'demo' | 'start', args: string[], started: () => void): Promise<number> {
  const env = readEnvironment();
  const already = running();
  if (!already) await endOrphan();
  if (already) {
    if (args.includes('--fresh')) {
      say(`Morula runs already (${already.mode}, pid ${already.pid}); stop it first, then seed anew.`);
      return 1;
    }
    say(`Morula runs already (${already.mode}): ${already.address}`);
    return 0;
  }
  if (await browsersRefuse(env.MORULA_PORT)) {
    say(`browsers refuse to open port ${env.MORULA_PORT}. Choose another: MORULA_PORT=4181 ./morula ${mode}`);
    return 1;
  }
  if (!(await portIsFree(env.MORULA_HOST, env.MORULA_PORT))) {
    say(
      `port ${env.MORULA_PORT} on ${env.MORULA_HOST} is taken by another program. Choose another: MORULA_PORT=4181 ./morula ${mode}`,
    );
    return 1;
  }
  mkdirSync(HOME, { recursive: true });
  const named = mode === 'demo' ? sceneIn(args) : null;
  if (named === undefined) {
    say(`the demo has no such scene. It has: ${sceneWords}`);
    return 1;
  }
  const scene = named ?? 'morning';
  const { url: first, own } = await openDatabase(mode, args.includes('--fresh') && scene === 'morning');
  // Side by side: seeding leaves a processor free. Neither goes on behind the back of a start that has failed.
  const [built, scened] = await Promise.allSettled([
    build(),
    mode === 'demo' && own ? openScene(own, scene, env, args.includes('--fresh')) : null,
  ]);
  if (built.status === 'rejected') throw built.reason;
  if (scened.status === 'rejected') throw scened.reason;
  let opened: Opened | null = scened.value;
  let clock = clockFrom(opened, env);
  let url = opened?.url ?? first;
  const db = connect(url, { max: 4 });
  const done = await migrate(db);
  if (done.length > 0) say(`database brought up to date (${done.length} steps)`);
  // None yet in an own hatchery: its first run makes one.
  const site = (await db('site').orderBy('id').first('id'))?.id;
  await db.destroy();

  const printer =
    mode === 'demo' && !env.MORULA_LABEL_PRINTER ? await startLabelPrinter({ folder: join(HOME, 'labels') }) : null;
  // Pictures show one instant: no probe may speak into it.
  const broker =
    mode === 'demo' && !env.MORULA_MQTT && !env.MORULA_FREEZE
      ? await startBroker({ folder: join(HOME, 'broker') })
      : null;
  const address = `http://${env.MORULA_HOST}:${env.MORULA_PORT}`;
  const app = keepRunning(
    'the application',
    () =>
      spawnApplication(env.MORULA_HOST, env.MORULA_PORT, {
        DATABASE_URL: url,
        // One that is begun anew goes on at the time that it is, not at the one at which the first began.
        ...(clock && !env.MORULA_FREEZE ? { MORULA_NOW: new Date(clock()).toISOString() } : {}),
        // Where the clock is stopped, no other scene can have its own: none is offered.
        ...(opened && !env.MORULA_FREEZE ? { MORULA_SCENE: opened.scene } : {}),
        MORULA_SESSION_SECRET: secret(),
        MORULA_HOME: HOME,
        ...(printer ? { MORULA_LABEL_PRINTER: printer.url } : {}),
        ...(broker ? { MORULA_MQTT: broker.urlFor('morula') } : {}),
      }),
    (child) =>
      writeFileSync(RUN_FILE, JSON.stringify({ pid: process.pid, app: child.pid, address, mode } satisfies Running)),
  );
  started();
  let stopping = false;
  const watch = own ? watchDatabase(own, () => stopping) : null;
  let probes: ReturnType<typeof startProbes> | null = null;
  const startDemoProbes = () =>
    broker && site !== undefined
      ? startProbes({
          url: broker.urlFor('probes'),
          site,
          plans: demoProbes(sceneOf(opened?.scene) ?? demoScenes[0]),
          everyMs: 60_000,
          now: () => (clock ?? Date.now)(),
          cut: demoPowerCut,
        })
      : null;
  const scenes =
    opened && own
      ? watchScene(own, env, opened.scene, async (to) => {
          await carrySignIns(url, to.url);
          opened = to;
          url = to.url;
          clock = clockFrom(to, env);
          app.restart();
          // Its waters stand otherwise.
          await probes?.stop();
          probes = startDemoProbes();
        })
      : null;
  let over = false;
  void app.ended.then(() => {
    over = true;
  });
  const stop = () => {
    if (stopping) {
      say('ending at once');
      app.stop();
      rmSync(RUN_FILE, { force: true });
      // The database closes its files by itself; nobody waits for it.
      if (own) void stopDatabase(own.dir);
      process.exit(130);
    }
    stopping = true;
    say('stopping (again to end at once)');
    app.stop();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  const daily = setInterval(() => void dailyBackup(url, mode), HOUR_MS);
  const ready = await answers(`${address}/sign-in`, () => !over && !stopping);
  if (ready) say(`Morula is ready: ${address}`);
  if (ready) probes = startDemoProbes();
  const pager =
    broker && ready && site !== undefined
      ? startPager({ url: broker.urlFor('pager'), site, file: join(HOME, 'pager.log') })
      : null;
  if (ready) void dailyBackup(url, mode);
  const code = await app.ended;
  watch?.();
  scenes?.();
  clearInterval(daily);
  await Promise.all([printer?.stop(), probes?.stop(), pager?.stop()]);
  await broker?.stop();
  if (existsSync(RUN_FILE)) unlinkSync(RUN_FILE);
  if (own) await stopDatabase(own.dir);
  return stopping ? 0 : code;
}

/** The clock of what is served; null: the system's. It ticks on from where it begins. */
function clockFrom(opened: Opened | null, env: Environment): (() => number) | null {
  const now = opened?.startAt === null || opened === null ? env.MORULA_NOW : new Date(opened.startAt).toISOString();
  return now === undefined ? null : makeClock(() => Date.now(), { now });
}

/** An application whose supervisor was killed holds the port: it is ended before another is started. */
async function endOrphan(): Promise<void> {
  const { app } = lastRun() ?? {};
  if (app === undefined || !isAlive(app, 'next')) return;
  say('an application of an earlier start is left over; ending it');
  process.kill(app, 'SIGTERM');
  for (let i = 0; i < 50 && isAlive(app, 'next'); i++) await new Promise((ok) => setTimeout(ok, 100));
  if (isAlive(app, 'next')) process.kill(app, 'SIGKILL');
  for (let i = 0; i < 20 && isAlive(app, 'next'); i++) await new Promise((ok) => setTimeout(ok, 100));
}

/** Looks every second whether the private database lives, and starts it again with growing pauses when it does not. */
function watchDatabase(own: PrivateDatabase, stopping: () => boolean): () => void {
  let busy = false;
  let deaths = 0;
  let until = 0;
  const timer = setInterval(() => {
    if (busy || stopping() || Date.now() < until || databaseIsAlive(own.dir)) return;
    busy = true;
    deaths += 1;
    say('the database died; starting it again. Nothing that was recorded is lost.');
    startDatabase(own.dir)
      .then(
        () => {
          deaths = 0;
          say('the database runs again');
        },
        (e: Error) => {
          until = Date.now() + backOff(deaths);
          say(`the database could not be started: ${e.message}. Tried again in ${backOff(deaths) / 1000} s.`);
        },
      )
      .finally(() => {
        busy = false;
      });
  }, 1000);
  return () => clearInterval(timer);
}

/** Builds the application when a source is newer than the last build; says what it does. */
export async function build(): Promise<void> {
  const stamp = join('.next', 'morula.sum');
  const sum = sourceSum();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === sum) return;
  say('building the application (about half a minute, once a version)');
  const child = spawn('node', ['node_modules/next/dist/bin/next', 'build'], {
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, NODE_ENV: 'production' },
  });
  const [status, out, error] = await Promise.all([
    new Promise((ok, fail) => child.on('close', ok).on('error', fail)),
    text(child.stdout),
    text(child.stderr),
  ]);
  if (status !== 0) throw new Error(`the build failed:\n${out}\n${error}`);
  writeFileSync(stamp, sum);
}

function sourceSum(): string {
  const hash = createHash('sha256');
  const walk = (dir: string) => {
    for (const name of readdirSync(dir).sort()) {
      const path = join(dir, name);
      if (statSync(path).isDirectory()) walk(path);
      else hash.update(path).update(readFileSync(path));
    }
  };
  walk('src');
  for (const f of ['package-lock.json', 'next.config.ts', 'tsconfig.json', 'postcss.config.mjs'])
    hash.update(readFileSync(f));
  return hash.digest('hex');
}

/** The key that seals session cookies: made once, kept readable by its owner only. */
export function secret(): string {
  const file = join(HOME, 'session-secret');
  if (!existsSync(file)) writeFileSync(file, randomBytes(48).toString('base64url'), { mode: 0o600 });
  return readFileSync(file, 'utf8').trim();
}

/** Some ports belong to old services, and browsers open no page on them (the Fetch standard lists these). */
async function browsersRefuse(port: number): Promise<boolean> {
  try {
    await fetch(`http://127.0.0.1:${port}/`, { redirect: 'manual' });
    return false;
  } catch (e) {
    return ((e as Error).cause as Error | undefined)?.message === 'bad port';
  }
}

async function portIsFree(host: string, port: number): Promise<boolean> {
  return new Promise((ok) => {
    const s = createServer();
    s.once('error', () => ok(false));
    s.listen(port, host, () => s.close(() => ok(true)));
  });
}

/** Waits until an address answers: two minutes at most, for a slow disk, and no longer than there is somebody to answer. */
export async function answers(url: string, alive: () => boolean = () => true, seconds = 120): Promise<boolean> {
  for (let i = 0; i < seconds * 5 && alive(); i++) {
    try {
      await fetch(url, { redirect: 'manual' });
      return true;
    } catch {
      await new Promise((r) => setTimeout(r, 200));
    }
  }
  if (alive()) say(`the application did not answer at ${url} within ${seconds} seconds`);
  return false;
}

/** One backup a day while it runs, and a look at how the rows are spread; the last fourteen backups are kept. */
async function dailyBackup(url: string, mode: 'demo' | 'start'): Promise<void> {
  const dir = join(HOME, mode === 'demo' ? 'backups-demo' : 'backups');
  mkdirSync(dir, { recursive: true, mode: 0o700 });
  const file = join(dir, `${new Date().toISOString().slice(0, 10)}.sql.gz`);
  if (existsSync(file)) return;
  try {
    await backup(url, file);
    const db = connect(url, { max: 1 });
    await refreshStatistics(db).finally(() => db.destroy());
    const old = readdirSync(dir)
      .filter((f) => f.endsWith('.sql.gz'))
      .sort()
      .slice(0, -14);
    for (const f of old) unlinkSync(join(dir, f));
  } catch (e) {
    say(`the daily backup failed: ${(e as Error).message}`);
  }
}
