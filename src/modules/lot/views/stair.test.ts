import { DAY, laidDown, type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
import { survivalStair } from './stair';

let h: TestHatchery;
const counted = (n: number) => ({ kind: 'measured', measured: { method: 'counted', number: n } });
const lotIn = async (unit: string) =>
  (
    (await h.db('holding').where({ unit_id: h.units[unit]! }).where('number', '>', 0).first('lot_id')) as {
      lot_id: number;
    }
  ).lot_id;
const stair = (lot: number) => survivalStair(h.db, { siteId: h.manager.siteId }, lot, h.clock.now);

beforeAll(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2'], { graduationMl: 0 });
  h.clock.now += DAY;
  for (const jar of ['J1', 'J2']) await h.send('pick.record', { unit: h.units[jar]!, number: 5750 });
  h.clock.now += 60 * DAY;
  for (const jar of ['J1', 'J2'])
    await h.send('stage.change', { unit: h.units[jar]!, to: 'yolksac', early: 'seen', amount: { kind: 'all' } });
  h.clock.now += 20 * DAY;
  await h.send('move.record', {
    sources: ['J1', 'J2'].map((j) => ({ unit: h.units[j]!, amount: { kind: 'all' } })),
    to: h.units.R1!,
    toStage: 'fry',
  });
  h.clock.now += 30 * DAY;
  await h.send('count.record', {
    unit: h.units.R1!,
    measured: { method: 'counted', number: 40_000 },
    answer: 'replace',
  });
  h.clock.now += DAY;
  await h.send('grade.record', {
    unit: h.units.R1!,
    classes: [
      { grade: 'L', unit: h.units.R2!, amount: counted(10_000) },
      { grade: 'S', unit: h.units.R3!, amount: counted(30_000) },
    ],
  });
});

test('a graded lot’s stair begins with its eggs: a quarter of the fish, a quarter of the eggs', async () => {
  const [large, small] = [await stair(await lotIn('R2')), await stair(await lotIn('R3'))];
  expect(large.steps.map((s) => [s.stage, s.number])).toEqual([
    ['egg', 15_375],
    ['yolksac', 12_500],
    ['fry', 12_500],
  ]);
  expect(small.steps.map((s) => s.number)).toEqual([46_125, 37_500, 37_500]);
  expect(large.assuming).toBe(true);
  expect(large.alive).toBe(10_000);
});

test('both classes survived alike on the way, as their lot did, and as surely', async () => {
  const parent = (await h.db('lot').orderBy('id').first('id')) as { id: number };
  const [whole, large] = [await stair(parent.id), await stair(await lotIn('R2'))];
  expect(whole.assuming).toBe(false);
  const hatch = (s: typeof whole) => s.steps.find((x) => x.stage === 'yolksac')!;
  expect(hatch(large).survival).toBeCloseTo(hatch(whole).survival!, 6);
  expect(hatch(large).high! - hatch(large).low!).toBeCloseTo(hatch(whole).high! - hatch(whole).low!, 6);
});

test('a mixture has the eggs of both sides, each by what came over', async () => {
  h.clock.now += DAY;
  await h.send('move.record', {
    sources: [{ unit: h.units.R2!, amount: counted(4000) }],
    to: h.units.R3!,
    mix: 'yes',
  });
  const mixed = await stair(await lotIn('R3'));
  // 4 000 of the 10 000, and all of the 30 000: eggs 0.4 · 15 375 + 46 125.
  expect(mixed.steps.map((s) => s.number)).toEqual([52_275, 42_500, 42_500]);
  expect(mixed.alive).toBe(34_000);
});

test('a lot that came as fry begins with fry', async () => {
  await h.send('stock.bring', {
    account: 'arrived',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R5!,
    measured: { method: 'counted', number: 900 },
  });
  const s = await stair(await lotIn('R5'));
  expect(s.steps).toEqual([{ stage: 'fry', number: 900, sd: 0, survival: null, low: null, high: null, apart: 0 }]);
  expect([s.assuming, s.ofFirst]).toEqual([false, null]);
});

test('larvae that are not ponded yet are not lost, nor are fish that were sold', async () => {
  await h.send('take.record', {
    species: 'arctic-char',
    females: [{ tag: 'F71' }],
    males: [{ tag: 'M71' }],
    cross: 'pooled',
    measured: { method: 'counted', number: 10_000 },
    unit: h.units.J4!,
  });
  const lot = await lotIn('J4');
  h.clock.now += 60 * DAY;
  await h.send('stage.change', { unit: h.units.J4!, to: 'yolksac', early: 'seen', amount: { kind: 'all' } });
  h.clock.now += 20 * DAY;
  // Ten in a hundred die; of the 9 000 a half is ponded, and 500 of the other are sold.
  await h.send('loss.record', {
    unit: h.units.J4!,
    account: 'dead',
    measured: { method: 'counted', number: 1000 },
    cause: 'no flow',
  });
  await h.send('move.record', {
    sources: [{ unit: h.units.J4!, amount: counted(4500) }],
    to: h.units.R4!,
    toStage: 'fry',
  });
  await h.send('loss.record', { unit: h.units.J4!, account: 'sold', measured: { method: 'counted', number: 500 } });
  const s = await stair(lot);
  const fry = s.steps.find((x) => x.stage === 'fry')!;
  expect(fry.apart).toBe(4500);
  expect(fry.survival).toBeCloseTo(4500 / 5500, 9);
  expect(s.ofFirst!.survival).toBeCloseTo(4500 / 5500, 9);
  expect(s.ofFirst!.high).toBeLessThanOrEqual(1);
});
