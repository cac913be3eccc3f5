import { fork } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { uuidv7 } from 'uuidv7';
import { rateFunction } from '@/core/development/model';
import { LONGEST_MS, predict } from '@/core/development/predict';
import { programme } from '@/core/development/programme';
import { makeGrid } from '@/core/development/programmeGrid';
import { makeTimeline } from '@/core/development/timeline';
import { Water } from '@/core/development/water';
import { cleanHours } from '@/core/readings/clean';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import { startIntake } from '@/edges/intake';
import { execute } from '@/modules/door';
import { setUp } from '@/modules/setup/people';
import { speciesOf } from '@/reference/shipped';
import type { Db } from '@/store/connection';
import { rateLoop } from './baseline/predictLoop';
import type { Bound, Result } from './run';

const START = Date.UTC(2030, 10, 1);
const CIRCUITS = 8;
const UNITS = 400;
const DAYS = 120;
const TEN_MINUTES = 600_000;
const middle = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1]!;
const ms = (work: () => unknown) => {
  const t = performance.now();
  work();
  return performance.now() - t;
};

/** Ours and the baseline taking turns; the middle one of each counts. */
function inTurns(ours: () => unknown, base: () => unknown, times: number): Pick<Result, 'ours' | 'base' | 'ratio'> {
  const [a, b]: [number[], number[]] = [[], []];
  for (let k = 0; k < times; k++) {
    b.push(ms(base));
    a.push(ms(ours));
  }
  return { ours: middle(a), base: middle(b), ratio: middle(a) / middle(b) };
}

const celsiusAt = (circuit: number, at: number) =>
  4 + 0.3 * circuit + Math.sin((2 * Math.PI * at) / DAY_MS) * 0.3 + Math.sin(at / (9 * DAY_MS)) * 0.5;

/** All dates of 400 units on eight waters over 120 days, from the hours that the store keeps of 10-minute readings. */
export function datesBench(): Result {
  const char = speciesOf('arctic-char');
  const phases = char.milestones.map((m) => ({
    stage: m.id,
    model: m.model,
    cv: m.cv,
    within: m.within,
    sumFrom: m.sumFrom,
  }));
  const rate = rateFunction(char.milestones[1]!.model);
  const raw = Array.from({ length: CIRCUITS }, (_, c) =>
    Float64Array.from({ length: DAYS * 144 }, (_, k) => celsiusAt(c, START + k * TEN_MINUTES)),
  );
  const hours = raw.map((r) =>
    Array.from({ length: DAYS * 24 }, (_, h) => {
      const of = r.subarray(h * 6, h * 6 + 6);
      return {
        at: START + h * HOUR_MS + HOUR_MS / 2,
        celsius: of.reduce((s, v) => s + v, 0) / 6,
        low: Math.min(...of),
        high: Math.max(...of),
      };
    }),
  );
  const ours = () => {
    for (let c = 0; c < CIRCUITS; c++) {
      const { kept } = cleanHours(hours[c]!);
      const water = new Water(makeTimeline(kept, [], START, START + DAYS * DAY_MS + LONGEST_MS));
      for (let u = 0; u < UNITS / CIRCUITS; u++)
        predict({
          phases,
          start: START + u * 2 * DAY_MS,
          temperatures: kept,
          water,
          plainly: true,
          lotCv: 0.03,
          forecastSdCelsius: 0.3,
        });
    }
  };
  const base = () => {
    for (const r of raw) rateLoop(r, 1 / 144, rate);
  };
  return {
    what: 'all dates of 400 units on 8 waters over 120 days of 10-minute readings, against one rate a reading of each water',
    ...inTurns(ours, base, 9),
    unit: 'ms',
    wanted: 10,
  };
}

/** The cheapest programme of 120 days against laying out its grid once. */
export function programmeBench(): Result {
  const phase = {
    stage: 'hatched',
    model: speciesOf('arctic-char').milestones[1]!.model,
    sumFrom: 'fertilisation' as const,
  };
  const ambient = Array.from({ length: 200 }, (_, d) => ({
    at: START + d * DAY_MS,
    celsius: 4 + 1.5 * Math.cos(d / 30),
  }));
  const limits = { low: 1, high: 8, maxStepPerDay: 1 };
  const plant = { flowLPerMin: 40, heatKw: 12 };
  const target = { stage: 'hatched', at: START + DAYS * DAY_MS * 0.75 };
  const ours = () => programme({ phases: [phase], start: START, target, ambient, limits, plant });
  const base = () =>
    makeGrid({
      from: START,
      startCelsius: 5.5,
      to: START + DAYS * DAY_MS,
      stepHours: 24,
      gridCelsius: 0.25,
      ambient,
      plant,
      limitsAt: () => limits,
      clockAt: () => ({ phase, weight: 1 }),
    });
  return {
    what: 'the cheapest temperature programme of 90 days, against laying out a grid of 120 days once',
    ...inTurns(ours, base, 7),
    unit: 'ms',
    wanted: 50,
  };
}

/**
 * Readings by MQTT, in lists as a gateway sends them, until they are stored; against plain inserts of the same rows, in
 * turns. Then once more while the database and the broker are stopped and started anew in the middle.
 *
 * @param restart stops the database and starts it again where it was
 */
export async function mqttBench(db: Db, restart: () => Promise<void>): Promise<{ result: Result; lost: Bound }> {
  const ROWS = 100_000;
  const LIST = 1000;
  const TIMES = 3;
  const now = START + 4000 * DAY_MS;
  const { siteId, personId } = await setUp(
    db,
    { siteName: 'Probes', timeZone: 'Europe/Vienna', managerName: 'Probes', password: 'correct horse battery' },
    now,
  );
  const actor = { id: personId, siteId, name: 'Probes', role: 'manager' as const };
  const send = async (type: string, payload: Record<string, unknown>) =>
    (await execute(db, actor, { id: uuidv7(), type, payload }, now)).result as { id: number };
  const room = (await send('room.save', { name: 'Cold', kind: 'incubation' })).id;
  const plain: number[] = [];
  for (const name of ['p1', 'p2', 'p3', 'p4']) {
    await send('sensor.save', { name, room });
    plain.push((await send('sensor.save', { name: `plain-${name}`, room })).id);
  }
  const rowsOf = (turn: number) =>
    Array.from({ length: ROWS }, (_, k) => ({
      sensor: `p${1 + (k % 4)}`,
      at: START + (turn * (ROWS / 4) + Math.floor(k / 4)) * TEN_MINUTES,
      value: Number((5 + Math.sin(k / 50)).toFixed(2)),
    }));
  const chunks = <T>(rows: readonly T[]) =>
    Array.from({ length: rows.length / LIST }, (_, k) => rows.slice(k * LIST, (k + 1) * LIST));
  const outside = fork(join(import.meta.dirname, 'gateway.ts'), { execArgv: ['--import', 'tsx'] });
  const answer = <T>() => new Promise<T>((ok) => outside.once('message', (m) => ok(m as T)));
  const folder = mkdtempSync(join(tmpdir(), 'morula-benchmark-'));
  const broker = { folder: join(folder, 'broker') };
  outside.send({ start: broker });
  const { url, port } = await answer<{ url: string; port: number }>();
  let stored = 0;
  const intake = startIntake({
    url,
    site: siteId,
    spool: join(folder, 'spool.ndjson'),
    store: async (readings) => {
      await execute(db, actor, { id: uuidv7(), type: 'readings.report', payload: { readings } }, now);
      stored += readings.length;
    },
    say: () => {},
  });
  await intake.listening;
  /** What the probes hold stands in the gateway before the clock starts: how it got there is not what is measured. */
  const handOver = async (rows: ReturnType<typeof rowsOf>) => {
    const taken = answer();
    const texts = chunks(rows).map((r) => JSON.stringify(r));
    outside.send({ lists: { topic: `morula/${siteId}/readings`, texts } });
    await taken;
  };
  const untilStored = async (n: number) => {
    while (stored < n) await new Promise((ok) => setTimeout(ok, 10));
  };
  const [ours, base]: [number[], number[]] = [[], []];
  for (let turn = 0; turn < TIMES; turn++) {
    const rows = rowsOf(turn);
    await handOver(rows);
    const done = answer();
    const t = performance.now();
    outside.send({ send: true });
    await untilStored((turn + 1) * ROWS);
    ours.push(performance.now() - t);
    await done;
    const b = performance.now();
    for (const list of chunks(rows))
      await db.raw(
        `INSERT INTO reading (sensor_id, \`at\`, value, origin) VALUES ${list
          .map((r) => `(${plain[Number(r.sensor[1]) - 1]},${r.at},${r.value},'probe')`)
          .join(',')}`,
      );
    base.push(performance.now() - b);
  }
  await handOver(rowsOf(TIMES));
  outside.send({ send: true });
  await untilStored(TIMES * ROWS + 1);
  await restart();
  outside.send({ start: { ...broker, port } });
  const count = async () => Number((await db('reading').whereNotIn('sensor_id', plain).count({ n: '*' }))[0]!.n);
  const deadline = performance.now() + 120_000;
  let there = 0;
  while (there < (TIMES + 1) * ROWS && performance.now() < deadline) {
    await new Promise((ok) => setTimeout(ok, 500));
    there = await count();
  }
  await intake.stop();
  outside.disconnect();
  rmSync(folder, { recursive: true, force: true });
  return {
    result: {
      what: '100 000 readings by MQTT until stored with roll-ups, in lists of 1 000, against plain inserts of the same rows',
      ours: middle(ours),
      base: middle(base),
      unit: 'ms',
      ratio: middle(ours) / middle(base),
      wanted: 2,
    },
    lost: {
      what: 'readings lost of 100 000 by MQTT while the database and the broker are stopped and started anew in the middle',
      value: (TIMES + 1) * ROWS - there,
      unit: 'readings',
      wanted: 0,
    },
  };
}
