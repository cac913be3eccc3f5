import { seasonOf } from '@/server/stock/lots';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { surplusPdf } from './papers/surplus';
import { arrivalsView } from './views/arrivals';
import { broodHere } from './views/brood';
import { surplusOfDay } from './views/surplus';

let h: TestHatchery;
const view = () =>
  arrivalsView(h.db, { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' }, 'pikeperch', h.clock.now);
const arrive = (more: Record<string, unknown> = {}) =>
  h.send<{ batch: number; name: string; warning?: string }>('brood.arrive', {
    species: 'pikeperch',
    means: 'net',
    place: 'Lake Ivarre',
    unit: h.units.R1!,
    females: 10,
    males: 14,
    unknown: 4,
    ...more,
  });
const sort = (batch: number, sex: string, number: number, fate: string, more: Record<string, unknown> = {}) =>
  h.send('brood.sort', { batch, sex, number, fate, ...more });
const entryOf = async (kind: string) =>
  ((await h.db('entry').where({ kind }).orderBy('seq', 'desc').first('id')) as { id: string }).id;

beforeEach(async () => {
  h = await testHatchery();
});

test('a run is counted in by sex, and what is sorted out of it goes off what waits', async () => {
  const { batch, name } = await arrive({ dead: 2 });
  expect(name).toMatch(/^PP-run-\d\d-01$/);
  await sort(batch, 'female', 3, 'returned', { mark: 'left clip' });
  await sort(batch, 'male', 6, 'food', { method: 'blow', sufficed: 5, totalMassG: 9000 });
  const v = await view();
  expect(v.batches[0]).toMatchObject({
    came: { female: 10, male: 14, unknown: 4 },
    waits: { female: 7, male: 8, unknown: 2 },
    means: 'net',
    place: 'Lake Ivarre',
  });
  expect(v.totals.fates).toMatchObject({ returned: { female: 3 }, food: { male: 6 }, died: { unknown: 2 } });
  expect(v.totals.held).toEqual({ female: 7, male: 8, unknown: 2 });
  expect(v.kills).toMatchObject([{ method: 'blow', killed: 6, sufficed: 5 }]);
  expect(await broodHere(h.db, h.manager.siteId)).toBe(17);
});

test('where adults stand: tagged ones in their unit, untagged in that of their run, those of whom nobody said it last', async () => {
  const { batch } = await arrive();
  await h.send('brood.tagOut', { batch, sex: 'female', tags: ['W1', 'W2', 'W3'], strain: 'Ivarre' });
  const ids = await h.db('brood_fish').whereIn('tag', ['W1', 'W2', 'W3']).orderBy('tag').pluck('id');
  await h.send('brood.move', { fish: [ids[0]!], unit: h.units.R2! });
  await h.send('brood.fate', { fish: ids[2]!, fate: 'returned' });
  await h.send('brood.save', { species: 'pikeperch', tag: 'P9', sex: 'male' });
  expect((await view()).standing).toEqual([
    { unit: 'R1', held: { female: 8, male: 14, unknown: 4 } },
    { unit: 'R2', held: { female: 1, male: 0, unknown: 0 } },
    { unit: null, held: { female: 0, male: 1, unknown: 0 } },
  ]);
});

test('what went to food stands by day with its mass, for the paper of whoever receives it', async () => {
  const { batch, name } = await arrive();
  await sort(batch, 'male', 6, 'food', { method: 'blow', sufficed: 6, totalMassG: 9000 });
  await sort(batch, 'female', 2, 'food', { method: 'blow', sufficed: 2 });
  await sort(batch, 'female', 1, 'returned');
  const yesterday = h.clock.now;
  h.clock.now += DAY;
  await h.send('brood.tagOut', { batch, sex: 'female', tags: ['W1'], strain: 'Ivarre' });
  const fish = (await h.db('brood_fish').where({ tag: 'W1' }).first('id')) as { id: number };
  await h.send('brood.fate', { fish: fish.id, fate: 'food', method: 'blow', firstSufficed: true, massG: 2400 });
  expect((await view()).surplus).toMatchObject([
    { number: 1, weighed: 1, massG: 2400 },
    { number: 8, weighed: 6, massG: 9000 },
  ]);
  const site = { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' };
  const lines = await surplusOfDay(h.db, site, 'pikeperch', yesterday);
  expect(lines.map((l) => [l.of, l.sex, l.number, l.massG])).toEqual([
    [name, 'male', 6, 9000],
    [name, 'female', 2, null],
  ]);
  const pdf = await surplusPdf(lines, {
    site: 'Test',
    species: 'Pikeperch',
    day: yesterday,
    timeZone: 'Europe/Vienna',
    us: true,
  });
  expect(Buffer.from(pdf.slice(0, 4)).toString()).toBe('%PDF');
  // Taken back, it is no surplus.
  await h.send('entry.correct', { entryId: await entryOf('fate'), reason: 'she lives' });
  expect((await view()).surplus).toHaveLength(1);
});

test('more than came of a sex comes out of those not sexed; beyond them it is refused', async () => {
  const { batch } = await arrive();
  await sort(batch, 'female', 12, 'returned');
  expect((await view()).batches[0]!.waits).toEqual({ female: 0, male: 14, unknown: 2 });
  expect(await refusal(sort(batch, 'female', 3, 'returned'))).toMatchObject({ code: 'moreThanCame', path: 'number' });
});

test('a long night in the net is said, not refused', async () => {
  expect((await arrive({ soakHours: 2 })).warning).toBeUndefined();
  expect((await arrive({ soakHours: 11 })).warning).toContain('11 hours');
  // Fished by hand: no fish waits in it, the hours tell the effort.
  expect((await arrive({ means: 'electric', effortHours: 11 })).warning).toBeUndefined();
  expect((await refusal(arrive({ means: 'electric', effortHours: 2000 }))).path).toBe('effortHours');
});

test('donors tagged out of a batch are brood fish of their own, wild, from where it came', async () => {
  const { batch } = await arrive();
  await h.send('brood.tagOut', { batch, sex: 'female', tags: ['W1', 'W2'], strain: 'Ivarre' });
  const fish = await h.db('brood_fish').where({ tag: 'W1' }).first();
  expect(fish).toMatchObject({ source: 'wild', origin: 'Lake Ivarre', sex: 'female', strain: 'Ivarre' });
  expect((await view()).batches[0]).toMatchObject({ tagged: { female: 2 }, waits: { female: 8 } });
  // Held are those that wait and those tagged.
  expect((await view()).totals.held.female).toBe(10);
  expect(await refusal(h.send('brood.tagOut', { batch, sex: 'male', tags: ['W1'] }))).toMatchObject({ code: 'known' });
  expect(
    await refusal(
      h.send('brood.tagOut', { batch, sex: 'female', tags: Array.from({ length: 13 }, (_, i) => `X${i}`) }),
    ),
  ).toMatchObject({ code: 'moreThanCame' });
});

describe('with rules for the season', () => {
  beforeEach(async () => {
    const { season } = await view();
    await h.send('brood.rules', {
      species: 'pikeperch',
      season,
      rules: {
        quotas: [
          { what: 'held', sex: 'female', most: 12 },
          { what: 'food', most: 5 },
        ],
        paths: { wild: ['kept', 'returned', 'food', 'killed'] },
      },
    });
  });

  test('the held quota is asked about when a run would go beyond it, and again before an end beyond its own', async () => {
    const { batch } = await arrive();
    expect(await refusal(arrive())).toMatchObject({ code: 'quota', asks: [{ id: 'quota' }] });
    await arrive({ quota: 'meant', males: 0, unknown: 0 });
    expect((await view()).quotas[0]).toMatchObject({ stands: 20, quota: { most: 12 } });
    await sort(batch, 'male', 5, 'food', { method: 'blow', sufficed: 5 });
    expect(await refusal(sort(batch, 'male', 1, 'food', { method: 'blow', sufficed: 1 }))).toMatchObject({
      code: 'quota',
    });
  });

  test('the wrong fish on the wrong path is asked about, in a batch and alone; any may die', async () => {
    const { batch } = await arrive();
    const wrong = sort(batch, 'male', 1, 'laboratory', { method: 'overdose', sufficed: 1 });
    expect(await refusal(wrong)).toMatchObject({ code: 'path', path: 'fate', asks: [{ id: 'path' }] });
    await sort(batch, 'male', 1, 'laboratory', { method: 'overdose', sufficed: 1, path: 'meant' });
    await sort(batch, 'male', 1, 'died');
    await h.send('brood.tagOut', { batch, sex: 'male', tags: ['W9'] });
    const fish = ((await h.db('brood_fish').where({ tag: 'W9' }).first('id')) as { id: number }).id;
    expect(await refusal(h.send('brood.fate', { fish, fate: 'sold' }))).toMatchObject({ code: 'path' });
    await h.send('brood.fate', { fish, fate: 'returned', mark: 'clip' });
    expect((await view()).totals.fates.returned).toMatchObject({ male: 1 });
  });
});

test('an arrival corrected keeps its batch and must still cover what was sorted out of it', async () => {
  const { batch, name } = await arrive();
  await sort(batch, 'female', 9, 'returned');
  const entryId = await entryOf('fishArrival');
  expect(
    await refusal(h.send('entry.correct', { entryId, reason: 'miscounted', replacement: { females: 2, unknown: 0 } })),
  ).toMatchObject({ code: 'moreThanCame' });
  await h.send('entry.correct', { entryId, reason: 'miscounted', replacement: { females: 11 } });
  expect((await view()).batches).toMatchObject([{ name, waits: { female: 2, male: 14, unknown: 4 } }]);
  await h.send('entry.correct', { entryId: await entryOf('fishSort'), reason: 'went by mistake' });
  expect((await view()).batches[0]!.waits).toEqual({ female: 11, male: 14, unknown: 4 });
});

test('nothing is sorted before it came; a killing says how; those that stay do not end', async () => {
  const { batch } = await arrive();
  expect(await refusal(sort(batch, 'male', 1, 'died', { at: h.clock.now - 5 * HOUR }))).toMatchObject({
    code: 'before',
  });
  expect(await refusal(sort(batch, 'male', 2, 'food'))).toMatchObject({ path: 'method' });
  expect(await refusal(sort(batch, 'male', 2, 'food', { method: 'blow', sufficed: 3 }))).toMatchObject({
    path: 'sufficed',
  });
  expect(await refusal(sort(batch, 'male', 2, 'kept'))).toMatchObject({ path: 'fate' });
});

test('marked fish of our own: how many came back of those released, with its interval', async () => {
  await arrive({ own: [{ season: '2027/28', number: 3 }] });
  expect((await view()).returns).toMatchObject([{ season: '2027/28', returned: 3, released: 0 }]);
});

test('what was released counts for the season of its release, whatever season its lot is named by after a grading', async () => {
  const bring = {
    account: 'opening',
    species: 'pikeperch',
    stage: 'fingerling',
    unit: h.units.R1!,
    measured: { method: 'counted', number: 3000 },
  };
  await h.send('stock.bring', bring);
  // Graded after the new year of seasons began, released in it.
  h.clock.now += 330 * DAY;
  await h.send('grade.record', {
    unit: h.units.R1!,
    stage: 'fingerling',
    classes: [
      { grade: 'L', unit: h.units.R2!, amount: { kind: 'measured', measured: { method: 'counted', number: 1000 } } },
      { grade: 'S', unit: h.units.R3!, amount: { kind: 'all' } },
    ],
  });
  const release = (unit: string) =>
    h.send('release.record', {
      unit: h.units[unit]!,
      site: h.releaseSite,
      batches: [{ massG: 30, count: 100 }],
      bucketsG: [150],
    });
  await release('R2');
  const first = seasonOf(h.clock.now, 'Europe/Vienna', 9);
  h.clock.now += 365 * DAY;
  await release('R3');
  const second = seasonOf(h.clock.now, 'Europe/Vienna', 9);
  expect(second).not.toBe(first);
  await arrive({
    own: [
      { season: first, number: 3 },
      { season: second, number: 2 },
    ],
  });
  expect((await view()).returns).toMatchObject([
    { season: first, returned: 3, released: 500 },
    { season: second, returned: 2, released: 500 },
  ]);
});
