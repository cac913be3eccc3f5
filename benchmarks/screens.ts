import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { createConnection } from 'mysql2/promise';
import { ensureDatabase, freePort, type PrivateDatabase } from '@/cli/mariadb';
import { answers } from '@/cli/serve';
import { connect } from '@/store/connection';
import { migrate } from '@/store/migrations';
import { ANCHOR, makeLarge, makeSmall, PASSWORD, version } from './largeHatchery';

export const SMALL = 'morula_small';
export const LARGE = 'morula_large';

/** Makes the two hatcheries (or those asked for), or keeps those of an earlier run that were made by the same source. */
export async function hatcheries(
  own: PrivateDatabase,
  say: (text: string) => void,
  only: readonly string[] = [SMALL, LARGE],
): Promise<void> {
  for (const [name, make] of [
    [SMALL, makeSmall],
    [
      LARGE,
      (db: Parameters<typeof makeSmall>[0]) =>
        makeLarge(db, { lots: 10_000, readings: 3_000_000, blocks: 5, past: 60 }, say),
    ],
  ] as const) {
    if (!only.includes(name)) continue;
    await ensureDatabase(own, name);
    let db = connect(own.url(name), { max: 4 });
    const made = await db('bench_made')
      .first('version')
      .catch(() => undefined);
    if ((made as { version: string } | undefined)?.version === version()) {
      await db.destroy();
      continue;
    }
    await db.destroy();
    say(`making ${name.replace('_', ': ')} hatchery (minutes, once)`);
    await ensureDatabase(own, name, true);
    db = connect(own.url(name), { max: 4 });
    await migrate(db);
    await make(db);
    await db.raw('CREATE TABLE bench_made (version CHAR(64))');
    await db('bench_made').insert({ version: version() });
    await db.destroy();
  }
}

export type App = { url: string; child: ChildProcess; cookie: string };

export async function startApp(database: string, dir = '.'): Promise<App> {
  const port = await freePort();
  const child = spawn(
    'node',
    ['node_modules/next/dist/bin/next', 'start', dir, '-H', '127.0.0.1', '-p', String(port)],
    {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        NODE_ENV: 'production',
        DATABASE_URL: database,
        MORULA_FREEZE: new Date(ANCHOR).toISOString(),
        MORULA_SESSION_SECRET: 'a secret of forty characters for the bench',
      },
    },
  );
  const url = `http://127.0.0.1:${port}`;
  await answers(dir === '.' ? `${url}/sign-in` : url);
  let cookie = '';
  if (dir === '.') {
    const r = await fetch(`${url}/api/sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'Manager', password: PASSWORD }),
    });
    if (!r.ok) throw new Error(`bench: sign-in gave ${r.status}`);
    // The browser's mark is set too; it signs nobody in.
    cookie = r.headers
      .getSetCookie()
      .find((c) => c.startsWith('morula='))!
      .split(';')[0]!;
  }
  return { url, child, cookie };
}

export async function stopApp(app: App): Promise<void> {
  app.child.kill('SIGTERM');
  await new Promise((r) => app.child.once('exit', r));
}

/** The bare page is an application of its own: built beside its sources. */
export function buildBare(): void {
  const r = spawnSync('node', ['../../node_modules/next/dist/bin/next', 'build'], {
    cwd: 'benchmarks/bare',
    encoding: 'utf8',
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
  });
  if (r.status !== 0) throw new Error(`the bare page's build failed:\n${r.stdout}\n${r.stderr}`);
}

async function get(app: App, path: string): Promise<{ ms: number; bytes: number }> {
  const t = performance.now();
  const r = await fetch(`${app.url}${path}`, { headers: { cookie: app.cookie } });
  const body = await r.arrayBuffer();
  const ms = performance.now() - t;
  if (!r.ok) throw new Error(`bench: ${path} gave ${r.status}`);
  return { ms, bytes: body.byteLength };
}

export const p95 = (list: number[]) => [...list].sort((a, b) => a - b)[Math.ceil(list.length * 0.95) - 1]!;
const SETS = 3;
const middleP95 = (list: number[], size: number) =>
  mid(Array.from({ length: SETS }, (_, k) => p95(list.slice(k * size, (k + 1) * size))));
const mid = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1]!;

export type Screen = {
  screen: string;
  /** Shown, not judged: its window is not the same in both. */
  apart: boolean;
  small: number;
  large: number;
  bare: number;
  smallMid: number;
  largeMid: number;
  queries: [number, number];
  bytes: [number, number];
  /** Processor time of the application a page, ms. */
  cpu: { small: number; large: number; bare: number };
  /** How many times the bare page's that of the large hatchery may be; null: shown, not judged. */
  cpuWanted: number | null;
};

/** Requests before anything is measured: until then much of the time is the compiler's, on every page. */
const WARM = 60;

/**
 * Each screen in turn on the small and the large hatchery and the bare page, requests taking turns, in three sets: of
 * their p95s the middle one counts, since a machine shared with others stalls now and then for seconds.
 */
export async function screens(
  own: PrivateDatabase,
  small: App,
  large: App,
  bare: App,
  paths: { screen: string; small: string; large: string; apart?: boolean; cpu?: number }[],
  rounds = 40,
): Promise<Screen[]> {
  const c = await createConnection(own.url(SMALL));
  const count = async () => {
    const [rows] = (await c.query("SHOW GLOBAL STATUS LIKE 'Com_select'")) as unknown as [{ Value: string }[]];
    return Number(rows[0]!.Value);
  };
  const out: Screen[] = [];
  for (const p of paths) {
    const times = { small: [] as number[], large: [] as number[], bare: [] as number[] };
    let bytes: [number, number] = [0, 0];
    const used = () => [small, large, bare].map((app) => processorMs(app.child.pid!)) as [number, number, number];
    let before = used();
    for (let i = -WARM; i < SETS * rounds; i++) {
      if (i === 0) before = used();
      const a = await get(small, p.small);
      const b = await get(large, p.large);
      const o = await get(bare, '/');
      bytes = [a.bytes, b.bytes];
      if (i < 0) continue;
      times.small.push(a.ms);
      times.large.push(b.ms);
      times.bare.push(o.ms);
    }
    const cpu = used().map((ms, k) => (ms - before[k]!) / (SETS * rounds)) as [number, number, number];
    const q0 = await count();
    await get(small, p.small);
    const q1 = await count();
    await get(large, p.large);
    const q2 = await count();
    out.push({
      screen: p.screen,
      apart: p.apart ?? false,
      small: middleP95(times.small, rounds),
      large: middleP95(times.large, rounds),
      bare: middleP95(times.bare, rounds),
      smallMid: mid(times.small),
      largeMid: mid(times.large),
      queries: [q1 - q0, q2 - q1],
      bytes,
      cpu: { small: cpu[0], large: cpu[1], bare: cpu[2] },
      cpuWanted: p.cpu ?? null,
    });
  }
  await c.end();
  return out;
}

/** Processor time that a process has used, ms; the kernel counts in hundredths of a second. */
export function processorMs(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
  return 10 * (Number(fields[11]) + Number(fields[12]));
}

/** Peak and present resident memory of a process, MB. */
export function memory(pid: number): { now: number; peak: number } {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  const of = (key: string) => Number(new RegExp(`${key}:\\s+(\\d+)`).exec(status)?.[1] ?? 0) / 1024;
  return { now: of('VmRSS'), peak: of('VmHWM') };
}
