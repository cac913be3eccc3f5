import { dayDue } from '@/core/spawning/due';
import { broodView } from '@/modules/brood/views/brood';
import { lifeLine } from '@/modules/frame/views/frame';
import { ledger } from '@/modules/records/views/ledger';
import { HOUR, type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
import { dayView } from './day';
import { daysNow } from './daysNow';
import { lotLabels } from './labels';

let h: TestHatchery;
let day: number;
const fish: Record<string, number> = {};
const site = () => ({ siteId: h.manager.siteId });
const view = async () => (await dayView(h.db, site(), day, h.clock.now))!;

beforeEach(async () => {
  h = await testHatchery();
  for (const [tag, sex] of [
    ['F1', 'female'],
    ['F2', 'female'],
    ['M1', 'male'],
  ] as const) {
    fish[tag] = (await h.send<{ id: number }>('brood.save', { species: 'sterlet', tag, sex, strain: 'Ombrel' })).id;
    await h.send('brood.look', { fish: fish[tag], massG: 2000, ripeness: sex === 'male' ? 'runningM' : 'ripening' });
  }
  const water = (await h.db('unit').where({ name: 'J1' }).first('sensor_id')) as { sensor_id: number | null };
  if (water.sensor_id === null) await h.db('unit').where({ name: 'J1' }).update({ sensor_id: h.sensor });
  await h.send('brood.move', { fish: [fish.F1!, fish.F2!, fish.M1!], unit: h.units.J1! });
  day = (
    await h.send<{ id: number }>('spawning.save', {
      species: 'sterlet',
      day: h.clock.now,
      plan: { eggsWanted: 100_000, induction: 'pituitary2', crosses: [{ female: fish.F1, males: [fish.M1] }] },
    })
  ).id;
});

const water = async (hours: number, celsius: number) => {
  for (let k = 0; k <= hours; k++)
    await h.send('temperature.record', { sensor: h.sensor, celsius, at: h.clock.now - (hours - k) * HOUR });
};
const inject = (part: number) =>
  h.send('spawning.inject', {
    day,
    fish: fish.F1!,
    induction: 'pituitary2',
    part,
    massG: 2000,
    dosePerKg: 4,
    concentrationPerMl: 5,
    concentrationUnit: 'mg',
    hormoneLot: 'x',
    checkedBy: 'Culturist',
  });

test('between two parts the next one is due; after the last the clock runs on the water of her unit', async () => {
  await inject(1);
  let v = await view();
  expect(v.females[0]!.nextPart).toMatchObject({ part: 2 });
  expect(dayDue(v, h.clock.now)).toMatchObject([{ says: 'inject part 2', now: false }]);
  h.clock.now += 12 * HOUR;
  await inject(2);
  const injected = h.clock.now;
  // The water was not measured: never silent.
  v = await view();
  h.clock.now += 7 * HOUR;
  expect((await view()).females[0]!.clock).toMatchObject({ at: null, due: true });
  await water(6, 13.5);
  v = await view();
  // Half way between 11 and 16 °C on log hours: √(36.4 · 22.1).
  expect((v.females[0]!.clock!.at! - injected) / HOUR).toBeCloseTo(Math.sqrt(36.4 * 22.1), 1);
  expect(v.females[0]!.celsius).toBe(13.5);
});

test('a look that is due marks the station of the life line and leads to the table', async () => {
  await inject(1);
  h.clock.now += 12 * HOUR;
  await inject(2);
  const injected = h.clock.now;
  h.clock.now += 8 * HOUR;
  const days = () => daysNow(h.db, h.manager.siteId, h.clock.now);
  const atBrood = async () =>
    (await lifeLine(h.db, { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' }, h.clock.now, [], await days()))[0];
  expect((await days()).wants).toMatchObject([
    {
      day,
      dayName: expect.stringContaining('Sterlet'),
      who: 'F1',
      says: 'look whether she runs: no forecast',
      now: true,
    },
  ]);
  // Where the water was not measured no window is drawn.
  expect((await days()).windows).toEqual([]);
  expect(await atBrood()).toMatchObject({ station: 'brood', number: 3, due: 1, href: '/brood' });
  await h.send('spawning.ready', { day, fish: fish.F1!, found: 'notYet' });
  // The next look is told beforehand, and marks nothing.
  expect((await days()).wants).toMatchObject([{ who: 'F1', now: false }]);
  expect(await atBrood()).toMatchObject({ due: 0, href: '/brood' });

  await water(9, 13.5);
  const { at, low, high } = (await view()).females[0]!.clock!;
  expect((await days()).windows).toEqual([{ day, tag: 'F1', from: low, at, to: high }]);
  expect(low!).toBeGreaterThan(injected);
  // Its first look is more than half a day away: not yet a matter of Today.
  expect((await days()).wants).toEqual([]);
  // A female that was found to run has no window any more.
  await h.send('spawning.ready', { day, fish: fish.F1!, found: 'running' });
  expect(await days()).toMatchObject({ wants: [{ who: 'F1', says: 'runs: strip her' }], windows: [] });
});

test('eggs to come and their odds: those held apart and those counted are not to come', async () => {
  const before = await view();
  expect(before.expected).toBeCloseTo(55_000, 6);
  expect(before.odds).toBeLessThan(0.01);
  await h.send('spawning.strip', { day, fish: fish.F1!, massG: 300, apart: true, why: 'soft' });
  expect(await view()).toMatchObject({ expected: null, odds: 0 });
});

test('a bowl counted and laid down: its lot, what waits, labels for where it stands', async () => {
  await h.send('spawning.strip', { day, fish: fish.F1!, massG: 300 });
  await h.send('spawning.cross', {
    day,
    bowl: 'A',
    females: [{ fish: fish.F1!, massG: 300 }],
    males: [fish.M1!],
    how: 'pooled',
    protocols: ['clay'],
  });
  expect(dayDue(await view(), h.clock.now)).toMatchObject([{ who: 'bowl A', says: 'Eggs into the suspension' }]);
  await h.send('take.record', {
    species: 'sterlet',
    females: [{ tag: 'F1', share: 1 }],
    males: [{ tag: 'M1' }],
    cross: 'pooled',
    measured: { method: 'counted', number: 15_000 },
    unit: h.units.B1!,
    day,
    bowl: 'A',
  });
  const v = await view();
  expect(v.bowls[0]!.take).toMatchObject({ eggs: 15_000, waiting: 15_000, unit: 'B1' });
  expect(v.counted).toEqual({ number: 15_000, sd: 0 });
  const { lotId } = v.bowls[0]!.take!;
  await h.send('eggs.layDown', {
    unit: h.units.B1!,
    lotId,
    totalVolumeMl: 300,
    parts: [
      { unit: h.units.J2!, volumeMl: 200 },
      { unit: h.units.J3!, volumeMl: 100 },
    ],
  });
  expect((await view()).bowls[0]!.take).toMatchObject({ waiting: 0 });
  const labels = await lotLabels(h.db, h.manager.siteId, lotId, { origin: 'http://x', timeZone: 'Europe/Vienna' });
  expect(labels.map((l) => l.unit)).toEqual(['J2', 'J3']);
  expect(labels[0]!.lines.slice(0, 2)).toEqual(['Sterlet', 'F1 × M1']);
  expect(labels[0]!.address).toBe(`http://x/lots/${lotId}`);
  expect(
    (await broodView(h.db, h.manager.siteId, 'sterlet', h.clock.now)).fish.find((f) => f.tag === 'M1'),
  ).toMatchObject({ spawned: 1 });
});

test('ripe is who was seen so lately and has not spawned since', async () => {
  await h.send('brood.look', { fish: fish.F2!, ripeness: 'ripe' });
  const ripe = async (now: number) =>
    (await broodView(h.db, h.manager.siteId, null, now)).fish.find((f) => f.tag === 'F2')!.ripeness;
  expect(await ripe(h.clock.now)).toMatchObject({ ready: true, old: false });
  expect(await ripe(h.clock.now + 15 * 24 * HOUR)).toMatchObject({ ready: false, old: true });
});

test('the life of a fish stands in the ledger under its tag', async () => {
  const entries = await ledger(h.db, h.manager.siteId, { fishId: fish.F1!, limit: 10 });
  expect(entries.map((e) => [e.kind, e.where, e.says])).toEqual([
    ['fishMove', 'J1', '3 fish'],
    ['fishLook', 'F1', '2.000 kg, ripening'],
  ]);
  expect(await ledger(h.db, h.manager.siteId, { search: 'F1', limit: 10 })).toHaveLength(2);
});

test('a day that does not exist is none', async () => {
  expect(await dayView(h.db, site(), 999, h.clock.now)).toBeNull();
});
