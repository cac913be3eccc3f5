import { broodBarredAt, broodTreatmentsOf } from '@/server/stock/treated/brood';
import { hallProbe, run, saltBath, spawningDay } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { broodTreated } from './views/broodTreated';
import { chemicalStore } from './views/chemicals';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});
const treat = (more: object) =>
  h.send<{ number: number; end: number; productG: number | null; productMl: number | null }>('treatment.brood', {
    ...saltBath,
    withdrawalDays: 30,
    ...more,
  });
const fate = (fish: number, end: string, more: object = {}) => h.send('brood.fate', { fish, fate: end, ...more });
const food = { method: 'blow', firstSufficed: true };
const barred = () => broodBarredAt(h.db, h.manager.siteId, h.clock.now);
const entryOf = async (kind: string) =>
  (await h.db('entry').where({ kind }).orderBy('seq', 'desc').first<{ id: string } | undefined>('id'))!.id;

test('one alone, or all that stand in its tank; those that had left, or stand elsewhere, are not of it', async () => {
  const { f1, f2, m1, m2 } = await spawningDay(h);
  await h.send('brood.move', { fish: [f1, f2, m1], unit: h.units.R1! });
  await h.send('brood.move', { fish: [m2], unit: h.units.R2! });
  h.clock.now += HOUR;
  await fate(m1, 'died');
  h.clock.now += HOUR;
  expect(await treat({ fish: f1 })).toMatchObject({ number: 1, productG: 7200 });
  h.clock.now += HOUR;
  expect(await treat({ fish: f1, who: 'tank' })).toMatchObject({ number: 2 });
  expect((await broodTreatmentsOf(h.db, h.manager.siteId, h.clock.now)).map((t) => t.fish)).toEqual([[f1, f2], [f1]]);
  expect((await refusal(treat({ fish: m1 }))).code).toBe('gone');
  expect((await refusal(treat({ fish: 999_999 }))).code).toBe('noFish');
  expect((await refusal(treat({}))).path).toBe('fish');
  const { id } = await h.send<{ id: number }>('brood.save', { species: 'sterlet', tag: 'F9', sex: 'female' });
  expect((await refusal(treat({ fish: id, who: 'tank' }))).code).toBe('noUnit');
});

test('what a needle takes is for as many as were treated; more than such a fish takes is asked about', async () => {
  const { f1, f2 } = await spawningDay(h);
  await h.send('brood.move', { fish: [f1, f2], unit: h.units.R1! });
  await h.send('brood.look', { fish: f1, massG: 2000 });
  h.clock.now += HOUR;
  const needle = { product: 'vitamin mix', by: 'injection', mlEach: 2, order: 'read', strength: undefined };
  expect(await treat({ fish: f1, who: 'tank', ...needle })).toMatchObject({ number: 2, productMl: 4 });
  expect((await refusal(treat({ fish: f1, ...needle, mlEach: 40 }))).code).toBe('strength');
});

test('within its withdrawal no fish is eaten; sold or let go only where the vet allows it; then as ever', async () => {
  const { f1, f2 } = await spawningDay(h);
  h.clock.now += HOUR;
  await treat({ fish: f1 });
  h.clock.now += DAY;
  expect((await refusal(fate(f1, 'food', food))).code).toBe('withdrawal');
  for (const end of ['sold', 'returned']) {
    const asked = await refusal(fate(f1, end));
    expect(asked.asks.map((a) => a.id)).toEqual(['withdrawal']);
    expect(asked.asks[0]!.choices.map((c) => c.value)).toEqual(['vet']);
    expect(asked.asks[0]!.message).toMatch(/^F1: salt on .*: barred until /);
  }
  // Who says that the vet allows it says who, and on which paper.
  expect((await refusal(fate(f1, 'sold', { withdrawal: 'vet' }))).path).toBe('note');
  // The other was not treated.
  await fate(f2, 'sold');
  // It may die, whatever it was given.
  h.clock.now += 31 * DAY;
  expect((await barred()).fish.size).toBe(0);
  await fate(f1, 'food', food);
});

test('a course that ended early bars from its end; taken back it bars nothing', async () => {
  const { f1 } = await spawningDay(h);
  const { end } = await treat({
    fish: f1,
    by: 'feed',
    mgPerKgDay: 80,
    massG: 2000,
    days: 10,
    activeShare: 0.1,
    order: 'read',
    strength: undefined,
  });
  expect(end - h.clock.now).toBeCloseTo(10 * DAY, -4);
  const [t] = await broodTreatmentsOf(h.db, h.manager.siteId, h.clock.now);
  h.clock.now += 3 * DAY;
  await h.send('treatment.end', { treatment: t!.id, why: 'they do not eat' });
  expect((await refusal(h.send('treatment.end', { treatment: t!.id }))).code).toBe('ended');
  h.clock.now += 29 * DAY;
  expect((await barred()).fish.get(f1)).toHaveLength(1);
  h.clock.now += 2 * DAY;
  expect((await barred()).fish.size).toBe(0);
  h.clock.now -= 5 * DAY;
  await h.send('entry.correct', { entryId: await entryOf('broodTreatment'), reason: 'another fish' });
  expect((await barred()).fish.size).toBe(0);
});

test('degree-days come by the water of the tanks in which it stood; none read, nobody can say', async () => {
  const { f1, m1 } = await spawningDay(h);
  const pass = await hallProbe(h);
  await h.send('brood.move', { fish: [f1], unit: h.units.R1! });
  h.clock.now += HOUR;
  const warm = { withdrawalDays: undefined, withdrawalDegreeDays: 100 };
  await treat({ fish: f1, ...warm });
  await treat({ fish: m1, ...warm });
  await pass(10, 5);
  const now = await barred();
  expect(now.fish.get(f1)![0]!.degreeDays!.come).toBeGreaterThan(45);
  expect(now.fish.get(f1)![0]!.degreeDays!.come).toBeLessThan(55);
  // Nobody said where the male stands.
  expect(now.fish.get(m1)![0]!.until).toBeNull();
  await pass(10, 6);
  expect((await barred()).fish.get(f1)).toBeUndefined();
});

test('of a run the untagged are treated; who was tagged out of it since took its withdrawal along', async () => {
  const batch = await run(h);
  await h.send('brood.tagOut', { batch, sex: 'female', tags: ['W1'] });
  h.clock.now += HOUR;
  expect(await treat({ batch })).toMatchObject({ number: 23 });
  h.clock.now += HOUR;
  await h.send('brood.tagOut', { batch, sex: 'female', tags: ['W2'] });
  const [w1, w2] = await h.db('brood_fish').whereIn('tag', ['W1', 'W2']).orderBy('tag').pluck('id');
  expect([...(await barred()).fish.keys()]).toEqual([w2]);
  h.clock.now += HOUR;
  await fate(w1!, 'food', food);
  expect((await refusal(fate(w2!, 'food', food))).code).toBe('withdrawal');
  const sort = (end: string, more = {}) => h.send('brood.sort', { batch, sex: 'male', number: 2, fate: end, ...more });
  expect((await refusal(sort('food', { method: 'blow', sufficed: 2 }))).code).toBe('withdrawal');
  expect((await refusal(sort('returned'))).asks.map((a) => a.id)).toEqual(['withdrawal']);
  await sort('returned', { withdrawal: 'vet', note: 'Dr Lind, order 3' });
  await sort('died');
  // None waits any more: there is nobody to treat.
  await h.send('brood.sort', { batch, sex: 'female', number: 8, fate: 'died' });
  await sort('died', { number: 10 });
  expect((await refusal(treat({ batch }))).code).toBe('none');
});

test('of many fish in one bath the store gives one dose', async () => {
  const { f1, f2 } = await spawningDay(h);
  await h.send('brood.move', { fish: [f1, f2], unit: h.units.R1! });
  const { id } = await h.send<{ id: number }>('chemical.save', { name: 'salt', place: 'shed' });
  await h.send('chemical.move', { chemical: id, what: 'came', amount: 25_000 });
  h.clock.now += HOUR;
  await treat({ fish: f1, who: 'tank' });
  const [salt] = (await chemicalStore(h.db, h.manager.siteId, h.clock.now)).list;
  expect(salt).toMatchObject({ left: 17_800, moves: [{ what: 'treatment', amount: 7200, said: 'R1' }, {}] });
});

test('Health lists who is under treatment or barred, by tag or run, until nobody is any more', async () => {
  const { f1, f2, m1, m2 } = await spawningDay(h);
  const { id: f3 } = await h.send<{ id: number }>('brood.save', { species: 'sterlet', tag: 'F3', sex: 'female' });
  await h.send('brood.move', { fish: [f1, f2, f3, m1, m2], unit: h.units.R1! });
  const batch = await run(h);
  h.clock.now += HOUR;
  const list = () => broodTreated(h.db, h.manager.siteId, h.clock.now);
  expect(await list()).toEqual([]);
  await treat({ fish: f1, who: 'tank' });
  h.clock.now += HOUR;
  await treat({ batch, withdrawalDays: 0 });
  const now = await list();
  expect(now.map((t) => [t.who, t.running, t.barred !== null])).toEqual([
    [expect.stringMatching(/^PP-run/), true, true],
    ['F1, F2, M1, M2, 1 more', false, true],
  ]);
  // Without a withdrawal it bars no longer than it lasts.
  h.clock.now += HOUR;
  expect((await list()).map((t) => t.running)).toEqual([false]);
  h.clock.now += 31 * DAY;
  expect(await list()).toEqual([]);
});
