import { lifeLine } from '@/modules/frame/views/frame';
import { snapshot } from '@/modules/frame/views/snapshot';
import { roomView } from '@/modules/incubation/views/room';
import { femaleView } from '@/modules/lot/views/female';
import { lotView } from '@/modules/lot/views/lot';
import { hallView } from '@/modules/rearing/views/hall';
import { ledger } from '@/modules/records/views/ledger';
import { stockList } from '@/modules/records/views/stockList';
import { livingStock } from '@/server/stock/livingStock';
import { places } from '@/server/stock/places';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../tests/support/hatchery';

let h: TestHatchery;
let site: { siteId: number; timeZone: string };
let laidDownAt: number;
beforeAll(async () => {
  h = await testHatchery();
  site = { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' };
  await laidDown(h, ['J1', 'J2', 'J3'], { graduationMl: 0 });
  laidDownAt = h.clock.now;
  h.clock.now += 2 * DAY;
  await h.send('pick.record', { unit: h.units.J1!, number: 500 });
});

/** Half the take's 95 % interval, over 1.96. */
const TAKE_SD = 5216.7 / 1.959964;

test('the stock list: rows by unit, and a total as sure as the take, not as three jars each on its own', async () => {
  const list = await stockList(h.db, 1, h.clock.now, 'lot');
  expect(list.rows.map((r) => [r.unit, r.number])).toEqual([
    ['J1', 20000],
    ['J2', 20500],
    ['J3', 20500],
  ]);
  expect(list.number).toBe(61000);
  expect(list.sd).toBeGreaterThan(TAKE_SD - 1);
  expect(list.sd).toBeLessThan(TAKE_SD * 1.01);
  expect(list.totals).toHaveLength(1);
});

test('as of a past instant: before the pick, before the laying down, before anything', async () => {
  expect((await stockList(h.db, 1, laidDownAt, 'unit')).rows.map((r) => r.number)).toEqual([20500, 20500, 20500]);
  expect((await stockList(h.db, 1, laidDownAt - HOUR / 2, 'unit')).rows.map((r) => r.unit)).toEqual(['B1']);
  expect((await stockList(h.db, 1, laidDownAt - DAY, 'unit')).rows).toEqual([]);
});

test('the life line counts what the round counts, with the doubt that the jars share', async () => {
  const standing = await livingStock(h.db, site, h.clock.now);
  const stations = await lifeLine(h.db, site, h.clock.now, standing, { wants: [], windows: [] });
  const eggs = stations.find((s) => s.station === 'eggs')!;
  expect(eggs.number).toBe(standing.reduce((s, x) => s + x.number, 0));
  expect(eggs.sd).toBeGreaterThan(TAKE_SD - 1);
  expect(eggs.sd).toBeLessThan(TAKE_SD * 1.01);
  expect(stations.map((s) => s.station)).toEqual(['brood', 'eggs', 'yolksac', 'fry', 'fingerlings', 'gone']);
});

test('the room shows its units with ten days of losses; days on which nobody looked are gaps', async () => {
  const room = (await roomView(h.db, site, 1, h.clock.now, await livingStock(h.db, site, h.clock.now)))!;
  const j1 = room.units.find((u) => u.name === 'J1')!;
  expect(j1.losses).toEqual([...new Array(9).fill(null), 500]);
  expect(room.units.find((u) => u.name === 'J4')!.holdings).toEqual([]);
  expect(room.lookedToday).toBe(1);
  expect(await roomView(h.db, site, 999, h.clock.now, [])).toBeNull();
});

test('a survival within a lot uses the error that both numbers share: it is far surer than either', async () => {
  for (const j of ['J1', 'J2', 'J3'])
    await h.send('stage.change', { unit: h.units[j]!, to: 'yolksac', early: 'seen', amount: { kind: 'all' } });
  const lot = (await lotView(h.db, site, 1, h.clock.now))!;
  expect(lot.stair.steps.map((s) => [s.stage, s.number])).toEqual([
    ['egg', 61500],
    ['yolksac', 61000],
  ]);
  const hatched = lot.stair.steps[1]!;
  expect(hatched.survival).toBeCloseTo(61000 / 61500, 6);
  // Independent errors of 4.3 % each would make it ±12 %.
  expect(hatched.high! - hatched.low!).toBeLessThan(0.02);
  expect(lot.parents.map((p) => [p.females, Math.round(100 * p.share)])).toEqual([
    ['F34', 60],
    ['F31', 40],
  ]);
});

test('forward from a female: alive and gone by her share', async () => {
  const { id } = (await h.db('brood_fish').where({ tag: 'F34' }).first('id')) as { id: number };
  const f = (await femaleView(h.db, 1, id, h.clock.now))!;
  expect(f.alive).toBe(36600);
  expect(f.gone).toEqual({ picked: 300 });
  // Three jars of one take are as sure together as the take: her share of that.
  expect(f.sd).toBeGreaterThan(0.6 * TAKE_SD - 1);
  expect(f.sd).toBeLessThan(0.6 * TAKE_SD * 1.01);
  expect(f.lots[0]!.sd).toBeCloseTo(f.sd, 6);
  expect(await femaleView(h.db, 1, 9999, h.clock.now)).toBeNull();
});

test('the ledger tells what each entry did, newest first, by unit, by kind, by search', async () => {
  const all = await ledger(h.db, 1, { unitId: h.units.J1!, limit: 20 });
  expect(all.map((e) => e.kind)).toEqual(['hatch', 'pick', 'layDown']);
  expect(all[1]!.says.replaceAll('\u2005', ' ')).toBe('500 from J1');
  expect((await ledger(h.db, 1, { kinds: ['take'], limit: 5 }))[0]!.says.replaceAll('\u2005', ' ')).toBe(
    '61 500 into B1, AC-31-01',
  );
  expect(await ledger(h.db, 1, { search: '100%_', limit: 5 })).toEqual([]);
  expect((await ledger(h.db, 1, { search: 'F34', limit: 5 })).map((e) => e.kind)).toEqual(['take']);
});

test('places say what stands in them; the snapshot tells used units from those never used', async () => {
  const where = await places(h.db, 1);
  expect(where.find((p) => p.name === 'J1')!.holds).toBe('AC-31-01');
  expect(where.find((p) => p.name === 'J4')!.holds).toBe('');
  const s = await snapshot(h.db, 1, h.clock.now);
  expect([s.units.find((u) => u.name === 'B1')!.wasUsed, s.units.find((u) => u.name === 'J4')!.wasUsed]).toEqual([
    true,
    false,
  ]);
  expect(s.lots[0]).toMatchObject({ name: 'AC-31-01', alive: 61000 });
});

test('rearing shows the last mean weight of the lot and the dead of a week', async () => {
  await h.send('move.record', {
    sources: [{ unit: h.units.J1!, amount: { kind: 'all' } }],
    to: h.units.R1!,
    toStage: 'fry',
  });
  await h.send('weigh.record', {
    unit: h.units.R1!,
    batches: [
      { massG: 20, count: 200 },
      { massG: 21, count: 205 },
    ],
  });
  await h.send('dead.record', { unit: h.units.R1!, number: 40 });
  const r1 = (await hallView(h.db, site, h.clock.now, await livingStock(h.db, site, h.clock.now))).units.find(
    (u) => u.name === 'R1',
  )!;
  expect(r1.massG! / r1.number).toBeCloseTo(41 / 405, 6);
  expect(r1.dead7).toBe(40);
  expect(r1.holdings[0]!.number).toBe(19960);
});

test('the stock list by stage and the life line tell the same number with the same doubt', async () => {
  const list = await stockList(h.db, 1, h.clock.now, 'stage');
  const standing = await livingStock(h.db, site, h.clock.now);
  const stations = await lifeLine(h.db, site, h.clock.now, standing, { wants: [], windows: [] });
  for (const [stage, station] of [
    ['eggs', 'eggs'],
    ['fry', 'fry'],
  ] as const) {
    const a = list.totals.find((t) => t.by === stage);
    const b = stations.find((s) => s.station === station)!;
    expect(a?.number ?? 0).toBe(b.number);
    expect(a?.sd ?? 0).toBeCloseTo(b.sd, 6);
  }
});
