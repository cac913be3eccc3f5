import { livingStock } from '@/server/stock/livingStock';
import { standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { appetiteView } from './views/appetite';
import { hallView } from './views/hall';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});
const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna' });
const view = async (of: number | null = null) => {
  const now = h.clock.now;
  const hall = await hallView(h.db, site(), now, await livingStock(h.db, site(), now));
  return appetiteView(h.db, site(), now, hall, of);
};
/** Crayfish of two grams in R1 whose appetite falls every eight days, fed for so long. */
const crayfish = async (days: number, left: (day: number) => string) => {
  const unit = h.units.R1!;
  const room = (await h.db('unit').where({ id: unit }).first('room_id'))!.room_id;
  const sensor = (await h.send<{ id: number }>('sensor.save', { name: 'hall', room })).id;
  await h.send('stock.bring', {
    account: 'opening',
    species: 'noble-crayfish',
    stage: 'fry',
    unit,
    measured: { method: 'counted', number: 1000 },
  });
  await h.send('weigh.record', { unit, batches: [0.99, 1.01].map((f) => ({ massG: 40 * f, count: 20 })), sure: 'yes' });
  for (let d = 0; d < days; d++) {
    h.clock.now += DAY - 4 * HOUR;
    await h.send('temperature.record', { sensor, celsius: 18 });
    await h.send('feed.record', { unit, massG: 60, beyondRation: 'yes', again: 'another' });
    h.clock.now += 4 * HOUR;
    await h.send('tray.check', { unit, left: left(d) });
  }
  return unit;
};

test('what was eaten a day is what was given less what the trays had left; the last meal waits for its tray', async () => {
  const unit = await crayfish(3, (d) => ['none', 'quarter', 'more'][d]!);
  await h.send('feed.record', { unit, massG: 40, beyondRation: 'yes' });
  const c = (await view()).chosen!;
  expect(c.days.map((d) => d.eatenG)).toEqual([60, 45, 64]);
  expect(c.days.map((d) => d.celsius)).toEqual([18, 18, 18]);
  // Today is not over: it says nothing of the appetite yet.
  expect(c.days.map((d) => d.sofar)).toEqual([false, false, true]);
  expect(c.meals[0]).toMatchObject({ offeredG: 40, left: null, leftG: 0 });
  expect(c.meals[1]).toMatchObject({ offeredG: 60, left: 'more', leftG: 36 });
  // Three days tell nothing of the moult.
  expect(c.belief).toBeNull();
  expect(c.why).toMatch(/from 6 on/);
});

test('a group in step: its next drop is foretold about where it comes', async () => {
  // Two grams at 18 °C: some thirteen days from moult to moult, in two of which most is left.
  await crayfish(53, (d) => (d % 13 >= 11 ? 'more' : d % 13 === 10 ? 'quarter' : 'none'));
  const b = (await view()).chosen!.belief!;
  expect(b.phases.soft + b.phases.hardening + b.phases.hard).toBeCloseTo(1, 6);
  expect(b.nextDrop).not.toBeNull();
  const days = (Date.parse(b.nextDrop!.at) - h.clock.now) / DAY;
  // The fast ended yesterday: the next one begins in some ten or eleven days.
  expect(days).toBeGreaterThan(7);
  expect(days).toBeLessThan(15);
}, 60_000);

test('shells looked at go into what is read from the meals; of fish, or of more than stand there, none', async () => {
  const unit = await crayfish(20, (d) => (d % 13 >= 11 ? 'more' : d % 13 === 10 ? 'quarter' : 'none'));
  const before = (await view()).chosen!;
  expect(before.shells).toBeNull();
  h.clock.now += HOUR;
  await h.send('moult.sample', { unit, soft: 24, hardening: 10, hard: 6 });
  const after = (await view()).chosen!;
  expect(after.shells).toMatchObject({ soft: 24, hardening: 10, hard: 6 });
  expect(after.belief!.phases.soft).toBeGreaterThan(before.belief!.phases.soft + 0.1);
  const entry = await h.db('entry').orderBy('seq', 'desc').first('id');
  await h.send('entry.correct', { entryId: entry!.id, reason: 'another tank' });
  expect((await view()).chosen!.belief).toEqual(before.belief);
  expect((await refusal(h.send('moult.sample', { unit, hard: 2000 }))).code).toBe('moreThanThere');
  expect((await refusal(h.send('moult.sample', { unit }))).message).toMatch(/needs at least one/);
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R2!,
    measured: { method: 'counted', number: 50 },
  });
  expect((await refusal(h.send('moult.sample', { unit: h.units.R2!, soft: 1 }))).code).toBe('noShell');
}, 60_000);

test('those that moult stand first; fish have their meals, and no moult', async () => {
  await standIn(h, 'fry');
  const v = await view();
  expect(v.tanks).toMatchObject([{ unit: 'R1', moults: false }]);
  expect(v.chosen).toMatchObject({ moults: false, belief: null, why: null, days: [] });
  expect((await view(999)).chosen!.unit).toBe('R1');
});

test('an empty hatchery has nothing to choose', async () => {
  expect(await view()).toEqual({ tanks: [], chosen: null });
});
