import { createReadStream, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createConnection } from 'mysql2/promise';
import { uuidv7 } from 'uuidv7';
import { ensureDatabase, type PrivateDatabase } from '@/cli/mariadb';
import type { Actor } from '@/commands/define';
import { execute } from '@/commands/execute';
import { setUp } from '@/commands/people';
import { rateFunction } from '@/core/development/model';
import { type Phase, predict } from '@/core/development/predict';
import { connect, type Db } from '@/store/connection';
import { migrate } from '@/store/migrations';
import { addReadings } from '@/store/readings';
import { pickBySql } from './baseline/pickSql';
import { rateLoop } from './baseline/predictLoop';

export type Result = {
  what: string;
  ours: number;
  base: number;
  unit: string;
  ratio: number;
  wanted: number;
  note?: string;
};

const median = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1]!;
const timed = async (work: () => unknown) => {
  const t = performance.now();
  await work();
  return performance.now() - t;
};

/** Ratios within one run, ours and the baseline taking turns; absolutes beside them. */
export async function bench(own: PrivateDatabase, say: (text: string) => void): Promise<Result[]> {
  const name = 'morula_bench';
  await ensureDatabase(own, name, true);
  const db = connect(own.url(name), { max: 4 });
  try {
    await migrate(db);
    const results = [predictBench()];
    say(`${results[0]!.what}: ${results[0]!.ratio.toFixed(2)}`);
    for (const part of [pickBench, importBench]) {
      const r = await part(db, own, name);
      say(`${r.what}: ${r.ratio.toFixed(2)}`);
      results.push(r);
    }
    return results;
  } finally {
    await db.destroy();
    await ensureDatabase(own, name, true);
  }
}

/** Five years of hourly readings on parsed arrays, intervals on. */
function predictBench(): Result {
  const start = Date.UTC(2026, 0, 1);
  const n = 5 * 365 * 24;
  const temperatures = Array.from({ length: n }, (_, i) => ({
    at: start + i * 3_600_000,
    celsius: 6 + 3 * Math.sin(i / 1400) + 0.3 * Math.sin(i / 4),
  }));
  const celsius = Float64Array.from(temperatures, (t) => t.celsius);
  const model: Phase['model'] = { kind: 'power', a: 5.1908, b: -2.6562, alpha: -11 };
  const phases: Phase[] = [{ stage: 'hatched', model, cv: 0.06 }];
  const rate = rateFunction(model);
  const ours: number[] = [];
  const base: number[] = [];
  let keep = 0;
  for (let i = 0; i < 40; i++) {
    let t = performance.now();
    keep += predict({ phases, start, temperatures, lotCv: 0.03 }).stages[0]!.at!;
    ours.push(performance.now() - t);
    t = performance.now();
    keep += rateLoop(celsius, 1 / 24, rate);
    base.push(performance.now() - t);
  }
  if (!Number.isFinite(keep)) throw new Error('bench: a prediction gave no date');
  return result(
    'development.predict, five years of hourly readings, against one loop of the rate',
    median(ours),
    median(base),
    'ms',
    5,
  );
}

/** A plain pick through execute against the same rows by hand-made SQL, both flushed at every commit. */
async function pickBench(db: Db): Promise<Result> {
  const at = Date.UTC(2031, 0, 1);
  const { siteId, personId } = await setUp(
    db,
    { siteName: 'Bench', timeZone: 'Europe/Vienna', managerName: 'Manager', password: 'correct horse battery' },
    at,
  );
  const actor: Actor = { id: personId, siteId, name: 'Manager', role: 'manager' };
  let now = at;
  const send = async (type: string, payload: Record<string, unknown>) => {
    now += 1000;
    return (await execute(db, actor, { id: uuidv7(), type, payload }, now)).result as Record<string, number>;
  };
  const { id: room } = (await send('room.save', { name: 'Room', kind: 'incubation' })) as { id: number };
  await send('unit.addMany', { room, kind: 'jar', prefix: 'J', from: 1, count: 2 });
  const units = (await db('unit').orderBy('id').pluck('id')) as number[];
  for (const unit of units)
    await send('stock.bring', {
      account: 'opening',
      species: 'arctic-char',
      stage: 'egg',
      unit,
      measured: { method: 'estimated', number: 1_000_000, half: 20_000 },
    });
  const second = (await db('holding').where({ unit_id: units[1]! }).first()) as { id: number; lot_id: number };
  const ours: number[] = [];
  const base: number[] = [];
  for (let i = 0; i < 220; i++) {
    const a = await timed(() => send('pick.record', { unit: units[0]!, number: 3 }));
    now += 1000;
    const b = await timed(() =>
      pickBySql(db, {
        siteId,
        personId,
        holdingId: second.id,
        unitId: units[1]!,
        lotId: second.lot_id,
        number: 3,
        at: now,
        id: uuidv7(),
      }),
    );
    // The first turns warm connections and caches.
    if (i >= 20) {
      ours.push(a);
      base.push(b);
    }
  }
  return result('a plain pick through execute, against its rows by hand-made SQL', median(ours), median(base), 'ms', 3);
}

/** A million logger rows with roll-ups, against MariaDB's own bulk load into the same table. */
async function importBench(db: Db, own: PrivateDatabase, name: string): Promise<Result> {
  const rows = 1_000_000;
  const start = Date.UTC(2010, 0, 1);
  await db('sensor').insert([1, 2].map((k) => ({ site_id: 1, room_id: 1, name: `s${k}`, kind: 'temperature' })));
  const [first, second] = (await db('sensor').orderBy('id').pluck('id')) as [number, number];
  const list = Array.from({ length: rows }, (_, i) => ({
    at: start + i * 600_000,
    value: Math.round(100 * (6 + 3 * Math.sin(i / 9000))) / 100,
  }));
  const file = join(own.dir, 'bench.csv');
  writeFileSync(file, list.map((r) => `${second},${r.at},${r.value},imported`).join('\n'));
  const c = await createConnection({ uri: own.url(name), flags: ['+LOCAL_FILES'] });
  const base = await timed(async () => {
    await c.beginTransaction();
    await c.query({
      sql: `LOAD DATA LOCAL INFILE ? INTO TABLE reading FIELDS TERMINATED BY ',' (sensor_id, \`at\`, value, origin)`,
      values: [file],
      infileStreamFactory: (path: string) => createReadStream(path),
    } as never);
    await c.commit();
  });
  await c.end();
  const ours = await timed(() =>
    db.transaction((trx) => addReadings(trx, { id: first, timeZone: 'Europe/Vienna' }, list, 'imported', 'keep')),
  );
  return result(
    'importing 1 000 000 logger rows with roll-ups, against LOAD DATA into the same table',
    ours,
    base,
    'ms',
    4,
  );
}

function result(what: string, ours: number, base: number, unit: string, wanted: number): Result {
  return { what, ours, base, unit, ratio: ours / base, wanted };
}
