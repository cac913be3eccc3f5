import { ownDates } from '@/modules/reference/views/ownDates';
import { livingStock } from '@/server/stock/livingStock';
import { workJobs } from '@/store/predictions';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
import { comparison } from './compare';
import { programmeView } from './programme';
import { roomView } from './room';

let h: TestHatchery;
const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna' });
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2', 'J3', 'J4']);
});
async function water(days: number, celsius: number) {
  const from = h.clock.now;
  h.clock.now += days * DAY;
  await h.send('readings.report', {
    readings: Array.from({ length: days * 24 }, (_, k) => ({
      sensor: 'bay1',
      at: from + (k + 1) * HOUR,
      value: celsius + 0.1 * Math.sin(k),
    })),
  });
  await workJobs(h.db, h.clock.now);
}
const check = (unit: string, successes: number) =>
  h.send('check.record', { unit: h.units[unit]!, stage: 'egg', check: 'eyed', trials: 100, successes });
const roomId = async () =>
  ((await h.db('unit').where({ id: h.units.J1! }).first('room_id')) as { room_id: number }).room_id;

test('minutes to danger and the flow needed stand with each unit whose volume is known, sooner the fuller and warmer', async () => {
  await h.db('unit').whereIn('id', [h.units.J1!, h.units.J2!]).update({ volume_l: 7 });
  await water(30, 5);
  const view = async () =>
    (await roomView(h.db, site(), await roomId(), h.clock.now, await livingStock(h.db, site(), h.clock.now)))!;
  const cold = (await view()).units.find((u) => u.name === 'J1')!.danger!;
  expect((await view()).units.find((u) => u.name === 'J3')!.danger).toBeNull();
  expect(cold.minutes).toBeGreaterThan(30);
  expect(
    (60 * 7 * (cold.input.oxygenMgPerL - cold.input.criticalMgPerL)) / (cold.input.number * cold.input.useMgPerHour),
  ).toBeCloseTo(cold.minutes, 6);
  await water(1, 8);
  expect((await view()).units.find((u) => u.name === 'J1')!.danger!.minutes).toBeLessThan(cold.minutes);
});

test('the programme begins with the lot, its own clock, the water so far and as it comes', async () => {
  await water(60, 5);
  await check('J1', 50);
  await workJobs(h.db, h.clock.now);
  const all = await livingStock(h.db, site(), h.clock.now);
  const v = (await programmeView(h.db, site(), await roomId(), null, h.clock.now, all))!;
  expect(v.sensor!.name).toBe('bay1');
  expect(v.lots).toHaveLength(1);
  expect(v.lots[0]!.units).toEqual(['J1', 'J2', 'J3', 'J4']);
  expect(v.lots[0]!.phases.find((p) => p.stage === 'hatched')!.factor).toBeGreaterThan(1.05);
  expect(v.lots[0]!.limits).toEqual({ low: 1, high: 8, maxStepPerDay: 1 });
  expect(v.measured.length).toBeGreaterThan(58);
  expect(v.ambient[0]).toMatchObject({ name: 'bay1', how: expect.stringMatching(/as it is now, 5\.\d °C/) });
  expect(v.running).toBeNull();
});

test('tanks that are free, their limits, and what hatches in other waters stand beside the programme', async () => {
  await water(60, 5);
  const view = async (sensor: number | null = null) =>
    (await programmeView(
      h.db,
      site(),
      await roomId(),
      sensor,
      h.clock.now,
      await livingStock(h.db, site(), h.clock.now),
    ))!;
  await h.db('unit').where({ id: h.units.R1! }).update({ load_limit: 20_000 });
  expect((await view()).tanks).toEqual({ free: 6, limits: [20_000] });
  expect((await view()).elsewhere).toEqual([]);
  await h.send('stock.bring', {
    account: 'arrived',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R1!,
    measured: { method: 'counted', number: 500 },
  });
  await h.db('unit').where({ id: h.units.R2! }).update({ retired: true });
  expect((await view()).tanks).toEqual({ free: 4, limits: [] });
  // Seen from another water of the room, the lot is one of those elsewhere: its hatch and its swim-up.
  const { id } = await h.send<{ id: number }>('sensor.save', { name: 'bay9', room: await roomId() });
  const others = (await view(id)).elsewhere;
  expect(others.map((o) => o.what).sort()).toEqual(['hatch', 'swim-up']);
  expect(others.every((o) => o.at > h.clock.now && o.number === others[0]!.number)).toBe(true);
});

test('a programme in force tells how far the water strays from it', async () => {
  await water(20, 5);
  const lot = ((await h.db('lot').first('id')) as { id: number }).id;
  await h.send('programme.save', {
    sensor: h.sensor,
    lot,
    stage: 'hatched',
    targetAt: h.clock.now + 60 * DAY,
    points: [
      { at: h.clock.now, celsius: 6 },
      { at: h.clock.now + 60 * DAY, celsius: 6 },
    ],
    energyKwh: 12,
  });
  await water(3, 5.2);
  const v = (await programmeView(
    h.db,
    site(),
    await roomId(),
    h.sensor,
    h.clock.now,
    await livingStock(h.db, site(), h.clock.now),
  ))!;
  expect(v.running!.deviation).toBeCloseTo(-0.8, 1);
});

test('the clock here: dates against Reference, and what they do to the next lot', async () => {
  await water(60, 5);
  const before = (await ownDates(h.db, site().siteId, 'arctic-char'))!;
  expect(before.dates).toEqual([]);
  await check('J1', 50);
  await workJobs(h.db, h.clock.now);
  const own = (await ownDates(h.db, site().siteId, 'arctic-char'))!;
  expect(own.dates).toHaveLength(1);
  const eyed = own.milestones.find((m) => m.id === 'eyed')!;
  expect(eyed.factor).toBeGreaterThan(1.03);
  expect(eyed.ownHalf).toBeLessThan(eyed.shippedHalf);
  expect(await ownDates(h.db, site().siteId, 'nobody')).toBeNull();
});

test('eyed shares are compared by the last look at each unit; one group says that there is nothing to compare', async () => {
  await water(60, 5);
  for (const [unit, n] of [
    ['J1', 40],
    ['J1', 90],
    ['J2', 88],
    ['J3', 91],
  ] as const)
    await check(unit, n);
  const alone = await comparison(h.db, site(), { species: 'arctic-char', outcome: 'eyed', by: 'lot' });
  expect(alone.result).toBeNull();
  expect(alone.units.map((u) => u.successes).sort()).toEqual([88, 90, 91]);
  h.clock.now += HOUR;
  await h.send('stock.bring', {
    account: 'arrived',
    species: 'arctic-char',
    stage: 'egg',
    unit: h.units.R1!,
    fertilisedAt: h.clock.now - 50 * DAY,
    measured: { method: 'counted', number: 4000 },
  });
  await check('R1', 50);
  const two = await comparison(h.db, site(), { species: 'arctic-char', outcome: 'eyed', by: 'lot' });
  expect(two.result!.groups).toHaveLength(2);
  // It opens at the newest season in which anything was looked at; the others, and all of them, are one choice away.
  expect(two.chosen.season).toBe(two.seasons[0]);
  const older = (await h.db('lot').orderBy('id').first('id')) as { id: number };
  await h.db('lot').where(older).update({ season: '1999/00' });
  const newest = await comparison(h.db, site(), { species: 'arctic-char', outcome: 'eyed', by: 'lot' });
  expect(newest.chosen.season).toBe(two.seasons[0]);
  expect(newest.units.map((u) => u.successes)).toEqual([50]);
  const past = await comparison(h.db, site(), { species: 'arctic-char', season: '1999/00', outcome: 'eyed' });
  expect(past.units).toHaveLength(3);
  const all = await comparison(h.db, site(), { species: 'arctic-char', season: 'all', outcome: 'eyed' });
  expect([all.units.length, all.chosen.season]).toEqual([4, 'all']);
  await h.db('lot').where(older).update({ season: two.seasons[0]! });
  const kind = await comparison(h.db, site(), { species: 'arctic-char', outcome: 'eyed', by: 'kind' });
  expect(kind.result!.groups.find((g) => g.group === 'tank')!.cannotTell).toBe(true);
  expect(kind.result!.groups.every((g) => g.confoundedWith?.startsWith('the take'))).toBe(true);
  const female = await comparison(h.db, site(), { species: 'arctic-char', by: 'female' });
  expect(female.left).toBeGreaterThan(0);
});

test('hatched counts what hatched of what was laid down, of units that are through', async () => {
  await water(90, 5);
  await h.send('stage.change', {
    unit: h.units.J1!,
    to: 'yolksac',
    early: 'seen',
    amount: { kind: 'measured', measured: { method: 'counted', number: 12_000 } },
  });
  await h.send('unit.emptied', { unit: h.units.J1!, stage: 'egg' }).catch(() => {});
  const c = await comparison(h.db, site(), { species: 'arctic-char', outcome: 'hatched', by: 'lot' });
  for (const u of c.units) expect(u.successes).toBeLessThanOrEqual(u.trials);
});
