import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connectAsync } from 'mqtt';
import { Chance } from '@/core/chance';
import { startIntake } from '@/edges/intake';
import { checkBooks } from '@/store/books/check';
import { laidDown, type TestHatchery, testHatchery } from '../support/hatchery';
import { addressOf } from '../support/server';
import { say, seed, times } from './material';

const chance = new Chance(seed);
const tsx = (file: string, args: string[], ipc = false) =>
  spawn(process.execPath, ['--import', 'tsx', file, ...args], {
    stdio: ['ignore', 'pipe', 'inherit', ...(ipc ? (['ipc'] as const) : [])],
    // Its own environment: the tests' flags are none of its business.
    env: { ...process.env, NODE_OPTIONS: '' },
  });
const ended = (child: ChildProcess) => new Promise<void>((ok) => child.once('exit', () => ok()));

test('a writer that is killed in the middle: what was acknowledged is there once, what was sent again is not doubled', async () => {
  const h: TestHatchery = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
  const [[{ name }]] = (await h.db.raw('SELECT DATABASE() AS name')) as [[{ name: string }]];
  const kills = times(4, 40);
  let kept = 0;
  let open = 0;
  for (let k = 0; k < kills; k++) {
    const child = tsx('tests/faults/writer.ts', [
      addressOf(name),
      JSON.stringify(h.manager),
      String(h.units.J1!),
      String(h.clock.now),
    ]);
    const lines: string[] = [];
    let rest = '';
    child.stdout!.on('data', (d: Buffer) => {
      const parts = (rest + d.toString()).split('\n');
      rest = parts.pop()!;
      lines.push(...parts);
    });
    while (!lines.some((l) => l.startsWith('kept'))) await new Promise((ok) => setTimeout(ok, 20));
    await new Promise((ok) => setTimeout(ok, 300 + 400 * chance.next()));
    child.kill('SIGKILL');
    await ended(child);
    const of = (word: string) => lines.filter((l) => l.startsWith(word)).map((l) => l.split(' ')[1]!);
    const acknowledged = of('kept');
    const found = (await h.db('command').whereIn('id', acknowledged).pluck('id')) as string[];
    expect(found.sort()).toEqual([...acknowledged].sort());
    kept += acknowledged.length;
    // What was under way may be there or not; sent again with its id it is there once.
    for (const id of of('sent').filter((x) => !acknowledged.includes(x))) {
      open += 1;
      await h.send('pick.record', { unit: h.units.J1!, number: 1 }, h.manager, id).catch((e: { code?: string }) => {
        // The same id with another time is another record: the server says so instead of doubling it.
        if (e.code !== 'idReused') throw e;
      });
      expect(await h.db('command').where({ id })).toHaveLength(1);
    }
  }
  const picks = Number((await h.db('entry').where({ kind: 'pick' }).count<{ n: number }[]>('* as n').first())!.n);
  expect(picks).toBe(kept + open);
  expect((await checkBooks(h.db, h.manager.siteId)).faults).toEqual([]);
  say(
    `kill: seed ${seed}, ${kills} kills of a writer, ${kept} acknowledged, ${open} under way: none lost, none doubled, books sound`,
  );
}, 300_000);

test('a broker that is killed in a burst loses nothing that it acknowledged', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'morula-faults-'));
  const got = new Set<number>();
  let broker: ChildProcess | null = null;
  const start = async (port?: number) => {
    broker = tsx('benchmarks/gateway.ts', [], true);
    const address = new Promise<{ url: string; port: number }>((ok) => broker!.once('message', (m) => ok(m as never)));
    broker.send({ start: { folder, port } });
    return address;
  };
  const { url, port } = await start();
  const intake = startIntake({
    url,
    site: 1,
    spool: join(folder, 'spool.ndjson'),
    store: async (r) => {
      for (const x of r) got.add(x.at);
    },
    say: () => {},
  });
  await intake.listening;
  const { password } = new URL(url);
  const users = JSON.parse(readFileSync(join(folder, 'users.json'), 'utf8')) as Record<string, string>;
  expect(users.morula).toBe(password);
  const n = times(4000, 20_000);
  const kills = times(2, 10);
  const acknowledged = new Set<number>();
  const c = await connectAsync(`mqtt://127.0.0.1:${port}`, {
    username: 'probes',
    password: users.probes,
    clientId: 'probes-faults',
    clean: false,
    reconnectPeriod: 100,
    reconnectOnConnackError: true,
    // A connection that the killed broker had just taken is given up soon.
    connectTimeout: 3000,
  });
  c.on('error', () => {});
  // What was on its way into the socket when that closed comes back to the sender with an error: it sends it again.
  const send = (i: number): void =>
    void c.publish('morula/1/readings', JSON.stringify({ sensor: 'cold1', at: i, value: 4 }), { qos: 1 }, (e) => {
      if (!e) acknowledged.add(i);
      else if (!c.disconnecting) setTimeout(send, 50, i);
    });
  for (let i = 1; i <= n; i++) {
    send(i);
    if (i % 200 === 0) await new Promise((ok) => setTimeout(ok, 10));
    if (i % Math.floor(n / (kills + 1)) === 0 && i < n) {
      broker!.kill('SIGKILL');
      await ended(broker!);
      await start(port);
    }
  }
  // As long as anything comes through: a busy disk makes it slow, and slow is no loss.
  let [through, since] = [0, Date.now()];
  while ((acknowledged.size < n || got.size < n) && Date.now() - since < 30_000) {
    if (acknowledged.size + got.size > through) [through, since] = [acknowledged.size + got.size, Date.now()];
    await new Promise((ok) => setTimeout(ok, 50));
  }
  await c.endAsync(true);
  await intake.stop();
  broker!.disconnect();
  broker!.kill('SIGTERM');
  await ended(broker!);
  const lost = [...acknowledged].filter((i) => !got.has(i));
  say(
    `kill: ${kills} kills of the broker in ${n} readings, ${acknowledged.size} acknowledged, ${got.size} arrived, ${lost.length} lost`,
  );
  expect(acknowledged.size).toBe(n);
  expect(lost).toEqual([]);
}, 300_000);
