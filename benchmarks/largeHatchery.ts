import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { uuidv7 } from 'uuidv7';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import { executeIn } from '@/modules/door';
import { setUp } from '@/modules/setup/people';
import type { Actor } from '@/server/context';
import type { Db } from '@/store/connection';
import { steps } from '@/store/migrations';
import { workJobs } from '@/store/predictions';
import { addReadings } from '@/store/readings';
import { refreshStatistics } from '@/store/statistics';

/** The day on which both hatcheries are looked at. */
export const ANCHOR = Date.UTC(2031, 3, 14, 6);
export const PASSWORD = 'correct horse battery';

/** What the hatcheries were made by: those of another version are made anew. */
export const version = () =>
  createHash('sha256')
    .update(readFileSync(import.meta.filename))
    .update(steps.map((s) => s.name).join())
    .digest('hex');

/** Living part of one block: two rooms, 80 units, 60 lots. */
const ROUNDS = 15;
const BLOCK = { jars: 48, tanks: 32, eggLots: 36, fryLots: 24 };

type Send = <R = { id: number }>(
  at: number,
  type: string,
  payload: Record<string, unknown>,
  answers?: Record<string, string>,
) => Promise<R>;

/** Plays commands in one transaction, the clock at each one's own time: the same rows as one by one, sooner. */
async function play(db: Db, actor: Actor, work: (send: Send) => Promise<void>): Promise<void> {
  let now = 0;
  await db.transaction((trx) =>
    work(async (at, type, payload, answers) => {
      now = Math.max(at, now + 1);
      return (await executeIn(trx, actor, { id: uuidv7(), type, payload, answers }, now)).result as never;
    }),
  );
}

export async function makeSite(db: Db): Promise<Actor> {
  const start = ANCHOR - 400 * DAY_MS;
  const { siteId, personId } = await setUp(
    db,
    { siteName: 'Bench', timeZone: 'Europe/Vienna', managerName: 'Manager', password: PASSWORD },
    start,
  );
  return { id: personId, siteId, name: 'Manager', role: 'manager' };
}

/** Rooms, sensors and units of one block; ids of jars and tanks in order. */
async function makeUnits(db: Db, actor: Actor, block: number): Promise<{ jars: number[]; tanks: number[] }> {
  const at = ANCHOR - 399 * DAY_MS;
  await play(db, actor, async (send) => {
    const cold = await send(at, 'room.save', { name: `Cold ${block}`, kind: 'incubation' });
    const hall = await send(at, 'room.save', { name: `Hall ${block}`, kind: 'rearing' });
    await send(at, 'sensor.save', { name: `cold${block}`, room: cold.id });
    await send(at, 'sensor.save', { name: `hall${block}`, room: hall.id });
    const letter = String.fromCharCode(64 + block);
    for (let row = 0; row < 4; row++)
      await send(at, 'unit.addMany', {
        room: cold.id,
        kind: 'jar',
        prefix: `J${letter}`,
        from: 1 + (row * BLOCK.jars) / 4,
        count: BLOCK.jars / 4,
        battery: `${letter}${row + 1}`,
        y: row,
      });
    if (block === 1) await send(at, 'unit.addMany', { room: cold.id, kind: 'table', prefix: 'B', from: 1, count: 1 });
    await send(at, 'unit.addMany', { room: hall.id, kind: 'tank', prefix: `R${letter}`, from: 1, count: BLOCK.tanks });
  });
  const of = async (kind: string) =>
    (await db('unit').where({ kind, retired: false }).orderBy('id').pluck('id')) as number[];
  return { jars: (await of('jar')).slice(-BLOCK.jars), tanks: (await of('tank')).slice(-BLOCK.tanks) };
}

const opening = (unit: number, stage: string, number: number, fertilisedAt: number) => ({
  account: 'opening',
  species: 'arctic-char',
  stage,
  unit,
  fertilisedAt,
  measured: { method: 'estimated', number, half: Math.round(number / 20) },
});

/** Sixty living lots: eggs in jars (a third of them in two), fry in tanks, each with a fortnight of daily rounds. */
async function liveBlock(db: Db, actor: Actor, block: number): Promise<void> {
  const { jars, tanks } = await makeUnits(db, actor, block);
  await play(db, actor, async (send) => {
    const began = ANCHOR - ROUNDS * DAY_MS;
    for (let i = 0; i < BLOCK.eggLots; i++)
      await send(began, 'stock.bring', opening(jars[i]!, 'egg', 30_000 + 500 * i, began - 20 * DAY_MS));
    for (let i = 0; i < BLOCK.jars - BLOCK.eggLots; i++)
      await send(began + HOUR_MS, 'move.record', {
        sources: [
          {
            unit: jars[i]!,
            amount: { kind: 'measured', measured: { method: 'estimated', number: 10_000, half: 900 } },
          },
        ],
        to: jars[BLOCK.eggLots + i]!,
      });
    for (let i = 0; i < BLOCK.fryLots; i++)
      await send(began + HOUR_MS, 'stock.bring', opening(tanks[i]!, 'fry', 8000 + 300 * i, began - 120 * DAY_MS));
    for (let day = 1; day < ROUNDS; day++) {
      const at = began + day * DAY_MS + 2 * HOUR_MS;
      for (let i = 0; i < BLOCK.jars; i++)
        await send(at + i * 1000, 'pick.record', { unit: jars[i]!, number: 3 + ((day * 7 + i * 3) % 11) });
      for (let i = 0; i < BLOCK.fryLots; i++)
        await send(at + HOUR_MS + i * 1000, 'dead.record', { unit: tanks[i]!, number: (day + i) % 6 });
    }
  });
}

/** Lots that came, were laid down in jars of their own, hatched, ponded, died a little, and were released. */
async function pastSeason(db: Db, actor: Actor, lots: number): Promise<void> {
  const at = ANCHOR - 398 * DAY_MS;
  const JARS = 8;
  await play(db, actor, async (send) => {
    const old = await send(at, 'room.save', { name: 'Old hall', kind: 'rearing' });
    await send(at, 'unit.addMany', { room: old.id, kind: 'table', prefix: 'OB', from: 1, count: 1 });
    await send(at, 'unit.addMany', { room: old.id, kind: 'jar', prefix: 'OJ', from: 1, count: 400 });
    await send(at, 'unit.addMany', { room: old.id, kind: 'jar', prefix: 'OJ', from: 401, count: 80 });
    await send(at, 'unit.addMany', { room: old.id, kind: 'tank', prefix: 'OR', from: 1, count: 60 });
    await send(at, 'releaseSite.save', { name: 'Lake Ivarre' });
  });
  const units = (await db('unit').where('name', 'like', 'O%').orderBy('id').pluck('id')) as number[];
  const bench = units[0]!;
  const site = (await db('release_site').first('id')) as { id: number };
  await play(db, actor, async (send) => {
    for (let lot = 0; lot < lots; lot++) {
      const jars = units.slice(1 + lot * JARS, 1 + (lot + 1) * JARS);
      const tank = units[1 + 480 + lot]!;
      const { lotId } = await send<{ lotId: number }>(at + DAY_MS, 'stock.bring', opening(bench, 'egg', 40_000, at));
      await send(at + 1.1 * DAY_MS, 'eggs.layDown', {
        unit: bench,
        lotId,
        totalVolumeMl: 4000,
        parts: jars.map((unit) => ({ unit, volumeMl: 500 })),
      });
      for (let i = 0; i < 24; i++)
        await send(at + (2 + i) * DAY_MS, 'pick.record', { unit: jars[i % JARS]!, number: 5 + (i % 7) });
      for (const unit of jars)
        await send(
          at + 30 * DAY_MS,
          'stage.change',
          { unit, to: 'yolksac', amount: { kind: 'all' } },
          { early: 'seen' },
        );
      await send(at + 45 * DAY_MS, 'move.record', {
        sources: jars.map((unit) => ({ unit, amount: { kind: 'all' } })),
        to: tank,
        toStage: 'fry',
      });
      for (let i = 0; i < 4; i++) await send(at + (46 + i) * DAY_MS, 'dead.record', { unit: tank, number: 12 + i });
      await send(at + 60 * DAY_MS, 'release.record', {
        unit: tank,
        site: site.id,
        batches: [1, 2, 3].map((b) => ({ massG: 25 + b / 10, count: 100 })),
        bucketsG: [9900],
        emptied: true,
      });
    }
  });
}

/** The hatchery of 60 lots. */
export async function makeSmall(db: Db): Promise<void> {
  const actor = await makeSite(db);
  await liveBlock(db, actor, 1);
  await someReadings(db, 2, 40);
  await workJobs(db, ANCHOR);
}

/**
 * The large hatchery: `blocks` living ones, and a past season of `past` lots copied in SQL, each copy earlier than the
 * one before and in the units that stand now, until `lots` have been. The copies carry rows, not a derivation: they are
 * for speed.
 */
export async function makeLarge(
  db: Db,
  size: { lots: number; readings: number; blocks: number; past: number },
  say: (text: string) => void = () => {},
): Promise<void> {
  const actor = await makeSite(db);
  await pastSeason(db, actor, size.past);
  say(`large hatchery: a past season of ${size.past} lots played; now the living ones`);
  for (let block = 1; block <= size.blocks; block++) await liveBlock(db, actor, block);
  await someReadings(db, 2 * size.blocks, Math.ceil(size.readings / 3 / 144));
  await workJobs(db, ANCHOR);
  say('large hatchery: copying the past');
  await copyPast(db, Math.ceil((size.lots - 60 * size.blocks - size.past) / size.past), say);
  await refreshStatistics(db);
}

/** Ten-minute readings on three waters, hourly on the others, up to the anchor. */
async function someReadings(db: Db, sensors: number, days: number): Promise<void> {
  const ids = (await db('sensor').orderBy('id').limit(sensors).pluck('id')) as number[];
  for (const [k, id] of ids.entries()) {
    const step = k < 3 ? 600_000 : HOUR_MS;
    const own = k < 3 ? days : Math.min(days, 400);
    const n = Math.floor((own * DAY_MS) / step);
    const list = Array.from({ length: n }, (_, i) => ({
      at: ANCHOR - (n - i) * step,
      value: Math.round(100 * (6 + 3 * Math.sin(i / 9000) + k / 5)) / 100,
    }));
    await db.transaction((trx) => addReadings(trx, { id, timeZone: 'Europe/Vienna' }, list, 'imported', 'keep'));
  }
}

async function copyPast(db: Db, copies: number, say: (text: string) => void): Promise<void> {
  const jars = (await db('unit').where('name', 'like', 'J%').orderBy('id').pluck('id')) as number[];
  const tanks = (await db('unit').where('name', 'like', 'R%').orderBy('id').pluck('id')) as number[];
  const benches = (await db('unit').where('name', 'B1').pluck('id')) as number[];
  const { id: first } = (await db('unit').where('name', 'like', 'O%').orderBy('id').first('id')) as { id: number };
  // The past season stands in the old hall, which is then pulled down: its rows move into the units that stand.
  await db.raw('CREATE TABLE bench_unit (old INT UNSIGNED PRIMARY KEY, place INT NOT NULL, kind CHAR(1) NOT NULL)');
  await db.raw(
    `INSERT INTO bench_unit SELECT id, id - ${first}, CASE SUBSTR(name, 2, 1) WHEN 'R' THEN 't' WHEN 'J' THEN 'j' ELSE 'b' END FROM unit WHERE name LIKE 'O%'`,
  );
  await db.raw('CREATE TABLE bench_now (kind CHAR(1), place INT, id INT UNSIGNED, PRIMARY KEY (kind, place))');
  await db('bench_now').insert([
    ...jars.map((id, place) => ({ kind: 'j', place, id })),
    ...tanks.map((id, place) => ({ kind: 't', place, id })),
    ...benches.map((id, place) => ({ kind: 'b', place, id })),
  ]);
  const c = (
    await db.raw(
      `SELECT MIN(lot_id) AS l0, MAX(lot_id) AS l1, MIN(id) AS h0, MAX(id) AS h1 FROM holding WHERE unit_id >= ${first} AND unit_id IN (SELECT old FROM bench_unit)`,
    )
  )[0][0] as { l0: number; l1: number; h0: number; h1: number };
  const e = (
    await db.raw(
      `SELECT MIN(entry_seq) AS e0, MAX(entry_seq) AS e1 FROM holding_point WHERE holding_id BETWEEN ${c.h0} AND ${c.h1}`,
    )
  )[0][0] as { e0: number; e1: number };
  const max = async (table: string, column: string) =>
    ((await db.raw(`SELECT MAX(${column}) AS m FROM ${table}`))[0][0] as { m: number }).m;
  const [lotTop, holdingTop, entryTop, postingTop, sourceTop] = await Promise.all([
    max('lot', 'id'),
    max('holding', 'id'),
    max('entry', 'seq'),
    max('posting', 'id'),
    max('error_source', 'id'),
  ]);
  const p = (
    await db.raw(`SELECT MIN(id) AS p0, MAX(id) AS p1 FROM posting WHERE holding_id BETWEEN ${c.h0} AND ${c.h1}`)
  )[0][0] as { p0: number; p1: number };
  const s = (
    await db.raw(
      `SELECT MIN(l.source_id) AS s0, MAX(l.source_id) AS s1 FROM posting_loading l JOIN posting p ON p.id = l.posting_id WHERE p.holding_id BETWEEN ${c.h0} AND ${c.h1}`,
    )
  )[0][0] as { s0: number; s1: number };
  const unit = (column: string, k: string) =>
    `(SELECT n.id FROM bench_unit u JOIN bench_now n ON n.kind = u.kind AND n.place = (u.place + ${k}) % CASE u.kind WHEN 't' THEN ${tanks.length} WHEN 'j' THEN ${jars.length} ELSE 1 END WHERE u.old = ${column})`;
  for (let k = 1; k <= copies; k++) {
    const back = k * 42 * DAY_MS;
    const lot = lotTop + (k - 1) * (c.l1 - c.l0 + 1) + 1 - c.l0;
    const holding = holdingTop + (k - 1) * (c.h1 - c.h0 + 1) + 1 - c.h0;
    const entry = entryTop + (k - 1) * (e.e1 - e.e0 + 1) + 1 - e.e0;
    const posting = postingTop + (k - 1) * (p.p1 - p.p0 + 1) + 1 - p.p0;
    const source = sourceTop + (k - 1) * (s.s1 - s.s0 + 1) + 1 - s.s0;
    const id = (column: string) => `CONCAT(LPAD(HEX(${k}), 8, '0'), SUBSTR(${column}, 9))`;
    await db.transaction(async (trx) => {
      // The rows come from rows that were checked; checking each again would take most of the time.
      await trx.raw('SET SESSION foreign_key_checks = 0, unique_checks = 0');
      for (const sql of [
        `INSERT INTO lot SELECT id + ${lot}, site_id, CONCAT('P${k}-', id), species, CONCAT(2031 - ${Math.floor(back / (365 * DAY_MS))}, ''), grade, started_at - ${back}, fertilised_at - ${back} FROM lot WHERE id BETWEEN ${c.l0} AND ${c.l1}`,
        `INSERT INTO entry (seq, id, site_id, command_id, kind, \`at\`, \`precision\`, order_at, day_rank, order_seq, recorded_at, recorded_by, measured_by, intent, acts, note)
           SELECT seq + ${entry}, ${id('id')}, site_id, ${id('command_id')}, kind, \`at\` - ${back}, \`precision\`, order_at - ${back}, day_rank, order_seq, recorded_at - ${back}, recorded_by, measured_by, intent, acts, note
           FROM entry WHERE seq BETWEEN ${e.e0} AND ${e.e1}`,
        `INSERT INTO holding SELECT id + ${holding}, site_id, lot_id + ${lot}, ${unit('unit_id', String(k))}, stage, station, number, sd, exposure, exposure_at - ${back}, opened_at - ${back}, closed_at - ${back}, last_order_at - ${back}, last_rank, last_order_seq + ${entry}, last_seq + ${entry}
           FROM holding WHERE id BETWEEN ${c.h0} AND ${c.h1}`,
        `INSERT INTO error_source SELECT id + ${source}, CONCAT('${k}:', name), sd, mean, df FROM error_source WHERE id BETWEEN ${s.s0} AND ${s.s1}`,
        `INSERT INTO posting SELECT id + ${posting}, entry_seq + ${entry}, made_seq + ${entry}, NULL, account, holding_id + ${holding}, delta, order_at - ${back} FROM posting WHERE id BETWEEN ${p.p0} AND ${p.p1}`,
        `INSERT INTO posting_loading SELECT posting_id + ${posting}, source_id + ${source}, coefficient, sd FROM posting_loading WHERE posting_id BETWEEN ${p.p0} AND ${p.p1} AND source_id BETWEEN ${s.s0} AND ${s.s1}`,
        `INSERT INTO holding_point SELECT holding_id + ${holding}, order_at - ${back}, day_rank, order_seq + ${entry}, entry_seq + ${entry}, made_seq + ${entry}, number, sd, exposure, exposure_at - ${back}, closed_at - ${back} FROM holding_point WHERE holding_id BETWEEN ${c.h0} AND ${c.h1}`,
        `INSERT INTO observation (entry_seq, holding_id, unit_id, lot_id, kind, \`at\`, value, low, high, trials, successes)
           SELECT entry_seq + ${entry}, holding_id + ${holding}, ${unit('unit_id', String(k))}, lot_id + ${lot}, kind, \`at\` - ${back}, value, low, high, trials, successes FROM observation WHERE entry_seq BETWEEN ${e.e0} AND ${e.e1}`,
      ])
        await trx.raw(sql);
    });
    if (k % 40 === 0) say(`large hatchery: ${k} of ${copies} copies`);
  }
  await db.raw(`UPDATE holding SET unit_id = ${unit('unit_id', '0')} WHERE id BETWEEN ${c.h0} AND ${c.h1}`);
  await db.raw(
    `UPDATE observation SET unit_id = ${unit('unit_id', '0')} WHERE entry_seq BETWEEN ${e.e0} AND ${e.e1} AND unit_id IS NOT NULL`,
  );
  await db.raw('DELETE FROM unit WHERE id IN (SELECT old FROM bench_unit)');
  await db.raw('DROP TABLE bench_unit, bench_now');
}
