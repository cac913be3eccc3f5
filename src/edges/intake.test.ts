import { appendFileSync, existsSync, mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Level } from 'level';
import { connectAsync, type MqttClient } from 'mqtt';
import { ensureDatabase, startDatabase, stopDatabase } from '@/cli/mariadb';
import { startBroker } from '@/simulators/broker';
import { startPager } from '@/simulators/pager';
import { probeReads, startProbes } from '@/simulators/probes';
import { connect } from '@/store/connection';
import { type Intake, type Reported, startIntake } from './intake';

const folder = () => mkdtempSync(join(tmpdir(), 'morula-intake-'));
const stops: (() => Promise<unknown>)[] = [];
afterEach(async () => {
  for (const stop of stops.splice(0).reverse()) await stop();
});
const until = async (what: () => boolean, seconds = 60) => {
  for (let k = 0; k < seconds * 50 && !what(); k++) await new Promise((ok) => setTimeout(ok, 20));
  expect(what()).toBe(true);
};

async function listening(
  store: (r: readonly Reported[]) => Promise<void>,
  spool = join(folder(), 'spool.ndjson'),
  append?: (file: string, line: string) => void,
) {
  const at = folder();
  let broker = await startBroker({ folder: at });
  const intake: Intake = startIntake({
    url: broker.urlFor('morula'),
    site: 1,
    spool,
    store,
    say: () => {},
    append,
  });
  stops.push(
    () => broker.stop(),
    () => intake.stop(),
  );
  return {
    intake,
    spool,
    url: broker.urlFor('probes'),
    pagerUrl: broker.urlFor('pager'),
    folder: at,
    restart: async () => {
      await broker.stop();
      broker = await startBroker({ folder: at, port: broker.port });
    },
  };
}

test('a burst of long and short lists arrives whole, each once, though later ones are on disk sooner', async () => {
  const got: number[] = [];
  const l = await listening(async (r) => void got.push(...r.map((x) => x.at)));
  await l.intake.listening;
  const c = await device(l.url);
  // Long and short in turn: the short ones are written faster.
  const lists = Array.from({ length: 60 }, (_, k) =>
    Array.from({ length: k % 2 ? 5 : 2000 }, (_, i) => ({ sensor: 'cold1', at: k * 10_000 + i, value: 4 })),
  );
  await Promise.all(lists.map((list) => send(c, list)));
  const wanted = lists.flat().map((r) => r.at);
  await until(() => got.length >= wanted.length);
  expect([...got].sort((a, b) => a - b)).toEqual(wanted);
}, 30_000);

test('a real database that is stopped and started in the middle loses none', async () => {
  const own = await startDatabase(join(folder(), 'db'), false);
  stops.push(() => stopDatabase(own.dir));
  await ensureDatabase(own, 'morula_intake', true);
  const db = connect(own.url('morula_intake'), { max: 2 });
  stops.push(() => db.destroy());
  await db.raw('CREATE TABLE got (at BIGINT PRIMARY KEY)');
  const l = await listening(async (r) => {
    await db.raw(`INSERT IGNORE INTO got VALUES ${r.map((x) => `(${x.at})`).join(',')}`);
  });
  await l.intake.listening;
  const c = await device(l.url);
  for (let k = 0; k < 300; k++) {
    if (k === 100) await stopDatabase(own.dir);
    if (k === 150) await l.restart();
    if (k === 200) await startDatabase(own.dir, false);
    c.publish('morula/1/readings', JSON.stringify({ sensor: 'cold1', at: k + 1, value: k }), { qos: 1 });
    if (k % 20 === 0) await new Promise((ok) => setTimeout(ok, 20));
  }
  await until(() => l.intake.waiting() === 0, 40);
  await until(() => c.connected, 20);
  let there = 0;
  for (let k = 0; k < 200 && there < 300; k++) {
    await new Promise((ok) => setTimeout(ok, 100));
    there = Number((await db('got').count({ n: '*' }))[0]!.n);
  }
  expect(there).toBe(300);
}, 120_000);

async function device(url: string): Promise<MqttClient> {
  const client = await connectAsync(url, { clientId: `probes-${Math.random()}`, clean: false, reconnectPeriod: 200 });
  client.on('error', () => {});
  stops.push(() => client.endAsync(true));
  return client;
}
const send = (c: MqttClient, payload: unknown) =>
  c.publishAsync('morula/1/readings', JSON.stringify(payload), { qos: 1 });

test('readings one by one and in lists arrive; what cannot be read is refused and holds up nothing', async () => {
  const got: Reported[] = [];
  const l = await listening(async (r) => void got.push(...r));
  const c = await device(l.url);
  await send(c, { sensor: 'cold1', at: 1000, value: 4.5 });
  await send(c, 'nonsense');
  await send(c, { sensor: 'cold1', at: 'yesterday', value: 4 });
  await send(c, [
    { sensor: 'cold2', at: '2031-04-14T05:42:00Z', value: 3.9 },
    { sensor: 'cold2', at: 2000, value: 3.8 },
  ]);
  await until(() => got.length === 3 && l.intake.waiting() === 0);
  expect(l.intake.refused()).toBe(2);
  expect(got[1]).toEqual({ sensor: 'cold2', at: Date.parse('2031-04-14T05:42:00Z'), value: 3.9 });
  expect(readFileSync(l.spool, 'utf8')).toBe('');
});

test('none is lost over a restart of the broker and a store that fails in the middle; order and number hold', async () => {
  const got = new Map<number, number>();
  let down = false;
  const l = await listening(async (r) => {
    if (down) throw new Error('the database is away');
    for (const x of r) got.set(x.at, x.value);
  });
  const c = await device(l.url);
  const all = 1500;
  for (let k = 0; k < all; k++) {
    if (k === 400) down = true;
    if (k === 700) await l.restart();
    if (k === 1100) down = false;
    c.publish('morula/1/readings', JSON.stringify({ sensor: 'cold1', at: k + 1, value: k }), { qos: 1 });
    if (k % 100 === 0) await new Promise((ok) => setTimeout(ok, 30));
  }
  await until(() => got.size === all, 40);
  expect([...got].every(([at, value]) => at === value + 1)).toBe(true);
}, 60_000);

test('what was taken over before a crash is stored at the next start; a line that was cut is not', async () => {
  const spool = join(folder(), 'spool.ndjson');
  writeFileSync(spool, `${JSON.stringify({ sensor: 'cold1', at: 5, value: 4.4 })}\n{"sensor":"cold1","at":6,"val`);
  const got: Reported[] = [];
  await listening(async (r) => void got.push(...r), spool);
  await until(() => got.length === 1);
  expect(got[0]).toEqual({ sensor: 'cold1', at: 5, value: 4.4 });
});

test('probes report through it; a cut of the power silences all; a stuck one says the same; the pager hears', async () => {
  const got: Reported[] = [];
  const l = await listening(async (r) => void got.push(...r));
  let now = 1_000_000;
  const plan = { sensor: 'cold1', base: 5, swing: 0.4, driftPerDay: 0.5, noise: 0.02, decimals: 2 };
  const probes = startProbes({
    url: l.url,
    site: 1,
    plans: [plan, { ...plan, sensor: 'cold2', sticksAfter: 3_600_000 }],
    everyMs: 20,
    now: () => (now += 600_000),
    cut: { from: 40 * 600_000, lasts: 10 * 600_000 },
  });
  const pager = startPager({ url: l.pagerUrl, site: 1, file: join(folder(), 'pager.log') });
  stops.push(
    () => probes.stop(),
    () => pager.stop(),
  );
  await until(() => got.filter((r) => r.sensor === 'cold1').length >= 60);
  const one = got.filter((r) => r.sensor === 'cold1').map((r) => r.at);
  expect(Math.max(...one.slice(1).map((t, k) => t - one[k]!))).toBeGreaterThanOrEqual(10 * 600_000);
  const stuck = got
    .filter((r) => r.sensor === 'cold2')
    .slice(8)
    .map((r) => r.value);
  expect(new Set(stuck).size).toBe(1);
  expect(probeReads(plan, 0, 4 * 86_400_000, 1) - probeReads(plan, 0, 0, 1)).toBeCloseTo(2, 1);
  await l.intake.publish('morula/1/pager', { alarm: 7, says: 'cold1 9.2 °C', todo: 'Look', at: 0 });
  await until(() => pager.pages.length === 1);
  expect(pager.pages[0]!.alarm).toBe(7);
}, 30_000);

test('a full disk: nothing is thrown, no half line stays, nothing is acknowledged; with room again all of it arrives', async () => {
  const got: number[] = [];
  let room = 30;
  const l = await listening(
    async (r) => void got.push(...r.map((x) => x.at)),
    undefined,
    (file, line) => {
      // A disk with so many bytes left takes what fits, and then says so.
      appendFileSync(file, line.slice(0, Math.max(0, room)));
      room -= line.length;
      if (room < 0) throw Object.assign(new Error('ENOSPC: no space left on device, write'), { code: 'ENOSPC' });
    },
  );
  await l.intake.listening;
  const c = await device(l.url);
  const sent = Promise.all([1, 2, 3].map((at) => send(c, { sensor: 'cold1', at, value: 4 })));
  await new Promise((ok) => setTimeout(ok, 400));
  expect(got).toEqual([]);
  expect(existsSync(l.spool) ? readFileSync(l.spool, 'utf8') : '').toBe('');
  room = 1e9;
  await sent;
  // At least once: a message may come again, and after the others.
  await until(() => new Set(got).size === 3);
  expect([...new Set(got)].sort()).toEqual([1, 2, 3]);
});

test('the broker asks who it is, and lets none take over another’s connection', async () => {
  const l = await listening(async () => {});
  const tryAs = (user: string, password: string, clientId: string) =>
    connectAsync(`mqtt://127.0.0.1:${new URL(l.url).port}`, {
      username: user,
      password,
      clientId,
      reconnectPeriod: 0,
    }).then(
      async (c) => {
        await c.endAsync(true);
        return 'in';
      },
      () => 'refused',
    );
  const { password } = new URL(l.url);
  expect(await tryAs('probes', password, 'probes-1')).toBe('in');
  expect(await tryAs('probes', 'guessed', 'probes-1')).toBe('refused');
  expect(await tryAs('nobody', password, 'nobody-1')).toBe('refused');
  expect(await tryAs('probes', password, 'morula-1')).toBe('refused');
  const users = JSON.parse(readFileSync(join(l.folder, 'users.json'), 'utf8')) as Record<string, string>;
  expect(users.probes).toBe(password);
  expect(statSync(join(l.folder, 'users.json')).mode & 0o077).toBe(0);
});

test('a probe reports and forges no page', async () => {
  const l = await listening(async () => {});
  await l.intake.listening;
  const pager = startPager({ url: l.pagerUrl, site: 1, file: join(folder(), 'pager.log') });
  stops.push(() => pager.stop());
  const c = await device(l.url);
  const forged = { alarm: 1, says: 'all is well', todo: '', at: 0 };
  // The broker drops the connection of who tries; the client would try for ever.
  const dropped = new Promise<void>((ok) => c.once('close', () => ok()));
  c.publish('morula/1/pager', JSON.stringify(forged), { qos: 1 });
  await dropped;
  await c.endAsync(true);
  await l.intake.publish('morula/1/pager', { ...forged, alarm: 2 });
  await until(() => pager.pages.length > 0);
  expect(pager.pages.map((p) => p.alarm)).toEqual([2]);
});

test('what a broker had taken when it was killed is handed on when it starts again', async () => {
  const at = folder();
  const got: number[] = [];
  const first = await startBroker({ folder: at });
  const intake = startIntake({
    url: first.urlFor('morula'),
    site: 1,
    spool: join(folder(), 'spool.ndjson'),
    store: async (r) => void got.push(...r.map((x) => x.at)),
    say: () => {},
  });
  stops.push(() => intake.stop());
  await intake.listening;
  await first.stop();
  // As a broker leaves it that is killed between its acknowledgement and its queues.
  const left = new Level<string, string>(join(at, 'taken'));
  expect(await left.keys().all()).toEqual([]);
  const payload = JSON.stringify({ sensor: 'cold1', at: 77, value: 4 });
  await left.put('000000000009', JSON.stringify(['morula/1/readings', Buffer.from(payload).toString('base64')]));
  await left.close();
  const second = await startBroker({ folder: at, port: first.port });
  stops.push(() => second.stop());
  await until(() => got.length > 0);
  expect(got).toEqual([77]);
});
