import { dayState } from '@/core/spawning/dayState';
import { dayDue } from '@/core/spawning/due';
import { dayEntries } from '@/store/dayEntries';
import { HOUR } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { firstDose, type SterletDay, sterletDay } from '../../../tests/support/sterletDay';
import { dayView } from './views/day';

let set: SterletDay;
let h: SterletDay['h'];
let [day, f1, f2, m1] = [0, 0, 0, 0];
beforeEach(async () => {
  set = await sterletDay();
  ({ h, day, f1, f2, m1 } = set);
});

const state = async () => dayState(await dayEntries(h.db, day));
const dose = (more: Record<string, unknown> = {}) => firstDose(set, more);

describe('a bath', () => {
  const mix = (more: Record<string, unknown> = {}) =>
    h.send('spawning.bath', {
      day,
      protocol: 'iodophor-after',
      volumeL: 10,
      targetMgPerL: 100,
      way: 'product',
      activeShare: 0.01,
      densityKgPerL: 1,
      productLot: 'I-22',
      batchesMost: 1,
      ...more,
    });
  const into = (bowl: string, more: Record<string, unknown> = {}) =>
    h.send('spawning.step', { day, bowl, protocol: 'iodophor-after', step: 'in', ...more });
  const bowls = async (...names: string[]) => {
    await h.send('spawning.strip', { day, fish: f1, massG: 300 });
    for (const bowl of names)
      await h.send('spawning.cross', {
        day,
        bowl,
        females: [{ fish: f1, massG: 100 }],
        males: [m1],
        how: 'pooled',
        protocols: ['iodophor-after'],
      });
  };

  test('is worked out of the drum by its available iodine, or of a stock of known strength', async () => {
    expect(await mix()).toMatchObject({ productG: expect.closeTo(100, 9), productMl: expect.closeTo(100, 9) });
    expect(await mix({ way: 'stock', stockMgPerL: 2000, activeShare: undefined })).toMatchObject({
      stockL: expect.closeTo(0.5, 9),
      productG: null,
    });
  });

  test('a sour bath of iodine is stopped, when it is mixed and when eggs would go in', async () => {
    expect(await refusal(mix({ pH: 5.5 }))).toMatchObject({ code: 'pH', path: 'pH' });
    await mix({ pH: 7 });
    await bowls('A');
    const rinsed = (more: object) =>
      h.send('spawning.step', { day, bowl: 'A', protocol: 'iodophor-after', step: 'rinsed', ...more });
    expect(await refusal(rinsed({}))).toMatchObject({ code: 'figure', path: 'value' });
    expect(await refusal(rinsed({ value: 5.9, figure: 'meant' }))).toMatchObject({ code: 'figureStop' });
    expect(await refusal(rinsed({ value: 6.2 }))).toMatchObject({ code: 'figure', asks: [{ id: 'figure' }] });
    await rinsed({ value: 6.2, figure: 'meant' });
  });

  test('outside the protocol it is asked about, an order of magnitude out it is stopped', async () => {
    expect(await refusal(mix({ targetMgPerL: 200 }))).toMatchObject({ code: 'dose', asks: [{ id: 'dose' }] });
    expect(await refusal(mix({ targetMgPerL: 10_000, dose: 'meant' }))).toMatchObject({ code: 'doseStop' });
    expect(await refusal(mix({ activeShare: undefined }))).toMatchObject({ path: 'activeShare' });
    expect(await refusal(mix({ way: 'stock', stockMgPerL: 50 }))).toMatchObject({ path: 'targetMgPerL' });
    expect(await refusal(mix({ protocol: 'clay' }))).toMatchObject({ code: 'noProtocol' });
  });

  test('takes as many batches as were said; the next one asks for a fresh bath', async () => {
    await bowls('A', 'B', 'C');
    expect(await refusal(into('A'))).toMatchObject({ code: 'bath', asks: [{ id: 'bath' }] });
    await mix();
    await into('A');
    const spent = await refusal(into('B'));
    expect(spent).toMatchObject({ code: 'bath', asks: [{ id: 'bath' }] });
    expect(spent.message).toContain('(A)');
    await mix();
    await into('B');
    await into('C', { bath: 'again' });
    await h.send('spawning.strip', { day, fish: f1, massG: 100 });
    await bowls('D');
    // Leaving the bath out needs none.
    await into('D', { skipped: true, why: 'eggs too weak' });
  });
});

describe('where injected fish fight', () => {
  const move = (fish: number[], unit: string, more: Record<string, unknown> = {}) =>
    h.send('brood.move', { day, fish, unit: h.units[unit]!, ...more });
  beforeEach(async () => {
    await h.send('brood.move', { fish: [f1, f2], unit: h.units.R1! });
    await h.send('spawning.save', {
      id: day,
      species: 'sterlet',
      day: h.clock.now,
      plan: { crosses: [{ female: f1, males: [m1] }], induction: 'pituitary2', oneToCage: true },
    });
    await h.send('spawning.inject', dose());
  });

  test('one to a cage, with the lid secured; not yet injected they may stand together', async () => {
    expect(await refusal(move([f1], 'R2'))).toMatchObject({ code: 'lid', path: 'lid' });
    await move([f1], 'R2', { lid: 'secured' });
    await move([f2], 'R3');
    await h.send('spawning.inject', dose({ fish: f2 }));
    const e = await refusal(move([f2], 'R2', { lid: 'secured' }));
    expect(e).toMatchObject({ code: 'together', path: 'unit', asks: [{ id: 'together' }] });
    expect(e.message).toContain('F1');
    await move([f2], 'R2', { lid: 'secured', together: 'meant' });
  });

  test('the spawning day says who still shares a unit; once she is stripped she goes where she likes', async () => {
    const v = (await dayView(h.db, { siteId: h.manager.siteId }, day, h.clock.now))!;
    expect(v.females.find((f) => f.fish.tag === 'F1')!.notAlone).toBe(1);
    expect(dayDue(v, h.clock.now).some((d) => d.key === `cage ${f1}`)).toBe(true);
    await h.send('spawning.strip', { day, fish: f1, massG: 200 });
    await move([f1], 'R1');
  });
});

describe('eggs that are not stripped, or stripped in rounds', () => {
  const plan = (protocols: string[]) =>
    h.send('spawning.save', {
      id: day,
      species: 'sterlet',
      day: h.clock.now,
      plan: { crosses: [{ female: f1, males: [m1] }], protocols },
    });
  const step = (id: string, more: Record<string, unknown> = {}) =>
    h.send('spawning.step', { day, fish: f1, protocol: 'partial-stripping', step: id, ...more });

  test('rounds of stripping are stamped on the female, with what each gave; the next one falls due', async () => {
    expect(await refusal(step('first'))).toMatchObject({ code: 'noProtocol' });
    await plan(['partial-stripping']);
    await step('first', { value: 120 });
    expect(await refusal(step('first'))).toMatchObject({ code: 'stamped' });
    expect(await refusal(step('second', { bowl: 'A' }))).toMatchObject({ path: 'bowl' });
    h.clock.now += HOUR;
    const v = (await dayView(h.db, { siteId: h.manager.siteId }, day, h.clock.now))!;
    expect(v.females[0]!.taking[0]!.stamps).toMatchObject([{ step: 'first', value: 120 }]);
    expect(dayDue(v, h.clock.now).find((x) => x.key.startsWith('taking'))).toMatchObject({
      who: 'F1',
      says: 'Second round',
      now: true,
    });
  });

  test('a pair that spawned on its nest: its eggs go to the books without a mass, their clock runs from the spawning', async () => {
    const spawned = h.clock.now - 6 * HOUR;
    await h.send('spawning.nest', { day, bowl: 'N1', female: f1, males: [m1], at: spawned });
    expect(await refusal(h.send('spawning.nest', { day, bowl: 'N1', female: f2, males: [m1] }))).toMatchObject({
      path: 'bowl',
    });
    expect((await state()).bowls).toMatchObject([{ bowl: 'N1', nest: true, females: [{ fish: f1 }], males: [m1] }]);
    const count = () =>
      h.send<{ lotId: number }>('take.record', {
        species: 'sterlet',
        females: [{ tag: 'F1' }],
        males: [{ tag: 'M1' }],
        cross: 'pooled',
        measured: { method: 'estimated', number: 40_000, half: 8000 },
        unit: h.units.B1!,
        day,
        bowl: 'N1',
      });
    const { lotId } = await count();
    expect(await h.db('lot').where({ id: lotId }).first('fertilised_at')).toEqual({ fertilised_at: spawned });
    expect(await refusal(count())).toMatchObject({ code: 'counted' });
  });
});

test('two days after she was stripped she is looked at again, unless somebody did or she left', async () => {
  await h.send('spawning.strip', { day, fish: f1, massG: 200 });
  const rest = async () => {
    const v = (await dayView(h.db, { siteId: h.manager.siteId }, day, h.clock.now))!;
    return dayDue(v, h.clock.now).filter((x) => x.key === `rest ${f1}`).length;
  };
  h.clock.now += 47 * HOUR;
  expect(await rest()).toBe(0);
  h.clock.now += 2 * HOUR;
  expect(await rest()).toBe(1);
  await h.send('brood.look', { fish: f1, massG: 1800 });
  expect(await rest()).toBe(0);
});

test('a male who fathered far more than his share of the season is said to be overused', async () => {
  const take = (male: string, number: number) =>
    h.send('take.record', {
      species: 'sterlet',
      females: [{ tag: 'F1' }],
      males: [{ tag: male }],
      cross: 'pooled',
      measured: { method: 'counted', number },
      unit: h.units.B1!,
    });
  await take('M1', 9000);
  for (const m of ['M2', 'M3', 'M4']) await take(m, 1000);
  const v = (await dayView(h.db, { siteId: h.manager.siteId }, day, h.clock.now))!;
  expect(v.males.find((m) => m.fish.tag === 'M1')).toMatchObject({ fathered: 0.75, overused: true });
  expect(v.males.find((m) => m.fish.tag === 'M2')).toMatchObject({ overused: false });
});
