import { DAY, HOUR, type TestHatchery, takeOf61500, testHatchery } from '../../tests/support/hatchery';
import { refusal } from '../../tests/support/refusal';

/** What cannot be is refused, what is odd is asked about, by the act itself. */
let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});
const bring = (unit: string, number: number, stage = 'fry', more: object = {}) =>
  h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage,
    unit: h.units[unit]!,
    measured: { method: 'counted', number },
    ...more,
  });

test('eggs are held against the females that gave them', async () => {
  const take = takeOf61500(h.units.B1!, { sure: undefined });
  const females = (massG: number) => [{ tag: 'F31', massG }];
  // Char give some 2 750 eggs a kilogram: 61 500 of 5 kg are four and a half times that, of 1.2 kg nineteen times.
  const odd = await refusal(h.send('take.record', { ...take, females: females(5000) }));
  expect(odd).toMatchObject({ code: 'sure', asks: [{ id: 'sure' }] });
  expect(await refusal(h.send('take.record', { ...take, females: females(1200), sure: 'yes' }))).toMatchObject({
    code: 'absurdYield',
  });
  expect(await refusal(h.send('take.record', { ...take, females: females(2_400_000) }))).toMatchObject({
    code: 'mass',
    path: 'females.0.massG',
  });
  await h.send('take.record', { ...take, females: females(5000), sure: 'yes' });
});

test('many times its limit no unit holds, whatever is answered; fingerlings do not live in a jar', async () => {
  expect(await refusal(bring('J1', 500_000, 'egg', { overload: 'yes' }))).toMatchObject({ code: 'cannotHold' });
  expect(await refusal(bring('J1', 100_000, 'egg'))).toMatchObject({ code: 'overload', asks: [{ id: 'overload' }] });
  expect(await refusal(bring('J1', 1000, 'fingerling'))).toMatchObject({ code: 'cannotHold' });
});

test('a meal no fish eats is refused, a large one is asked about', async () => {
  await bring('R1', 165);
  const feed = (massG: number, more: object = {}) => h.send('feed.record', { unit: h.units.R1!, massG, ...more });
  await feed(100);
  expect(await refusal(feed(400))).toMatchObject({ code: 'sure', asks: [{ id: 'sure' }] });
  await feed(400, { sure: 'yes' });
  expect(await refusal(feed(2000, { sure: 'yes' }))).toMatchObject({ code: 'absurdMeal', path: 'massG' });
});

test('a week’s feed written down at once is held against a week', async () => {
  await bring('R1', 165);
  const feed = (massG: number, more: object = {}) => h.send('feed.record', { unit: h.units.R1!, massG, ...more });
  h.clock.now += 7 * DAY;
  await feed(700);
  expect((await refusal(feed(700))).code).toBe('sure');
  h.clock.now += 5 * DAY;
  const no = await refusal(feed(1500));
  expect(no).toMatchObject({ code: 'sure', message: expect.stringContaining('in 5 days') });
  // However long nothing was written down, ten days are taken together, no more.
  h.clock.now += 60 * DAY;
  expect((await refusal(feed(3000))).code).toBe('sure');
});

test('a tank with brood fish is not empty', async () => {
  await h.send('brood.save', { species: 'arctic-char', tag: 'C7', sex: 'female' });
  const fish = (await h.db('brood_fish').where({ tag: 'C7' }).first('id')) as { id: number };
  await h.send('brood.move', { fish: [fish.id], unit: h.units.R2! });
  h.clock.now += HOUR;
  const no = await refusal(bring('R2', 400));
  expect(no).toMatchObject({ code: 'withBrood', asks: [{ id: 'withBrood' }] });
  expect(no.message).toMatch(/C7/);
  await bring('R2', 400, 'fry', { withBrood: 'yes' });
});

test('eggs of half an hour neither eye nor hatch without being asked about', async () => {
  await h.send('take.record', takeOf61500(h.units.B1!));
  h.clock.now += HOUR / 2;
  const hatch = { unit: h.units.B1!, to: 'yolksac', amount: { kind: 'all' } };
  expect(await refusal(h.send('stage.change', hatch))).toMatchObject({ code: 'early', asks: [{ id: 'early' }] });
  const eyed = { unit: h.units.B1!, check: 'eyed', trials: 100, successes: 95 };
  const no = await refusal(h.send('check.record', eyed));
  expect(no.message).toMatch(/the eggs are less than an hour old/);
  await h.send('check.record', { ...eyed, early: 'seen' });
  await h.send('stage.change', { ...hatch, early: 'seen' });
});

describe('parents of a take', () => {
  const fish = async (tag: string, more: object = {}) => {
    await h.send('brood.save', { species: 'arctic-char', tag, sex: 'female', ...more });
    return ((await h.db('brood_fish').where({ tag }).first('id')) as { id: number }).id;
  };

  test('a tag that only a fish of another species bears is asked about', async () => {
    await fish('K1', { species: 'common-carp' });
    const take = takeOf61500(h.units.B1!, { females: [{ tag: 'K1' }] });
    const no = await refusal(h.send('take.record', take));
    expect(no).toMatchObject({ code: 'otherKind', path: 'females', asks: [{ id: 'otherKind' }] });
    expect(no.message).toMatch(/K1 is a Common carp in the books, no Arctic char/);
    expect(await h.db('brood_fish').where({ tag: 'K1', species: 'arctic-char' })).toEqual([]);
    await h.send('take.record', { ...take, otherKind: 'another' });
  });

  test('strains that the plan holds apart are held apart at the take, and may be crossed where that is meant', async () => {
    await fish('F31', { strain: 'Tessel' });
    await fish('M4', { sex: 'male', strain: 'Onder' });
    const take = takeOf61500(h.units.B1!, { females: [{ tag: 'F31' }], males: [{ tag: 'M4' }] });
    expect(await refusal(h.send('take.record', take))).toMatchObject({
      code: 'acrossStrains',
      asks: [{ id: 'acrossStrains' }],
    });
    await h.send('take.record', { ...take, acrossStrains: 'meant' });
  });

  test('who left long before gives no eggs, unless they were kept', async () => {
    const id = await fish('F31');
    await h.send('brood.fate', { fish: id, fate: 'died' });
    const take = takeOf61500(h.units.B1!, { females: [{ tag: 'F31' }] });
    h.clock.now += 3 * DAY;
    expect(await refusal(h.send('take.record', take))).toMatchObject({
      code: 'goneBefore',
      asks: [{ id: 'goneBefore' }],
    });
    await h.send('take.record', { ...take, goneBefore: 'stored' });
  });

  test('a jar is not overfilled by a take either', async () => {
    const take = takeOf61500(h.units.J1!);
    expect(await refusal(h.send('take.record', take))).toMatchObject({ code: 'overload', path: 'unit' });
    await h.send('take.record', { ...take, overload: 'yes' });
  });
});
