import { Chance } from '../chance';
import { DAY_MS, HOUR_MS } from '../time/spans';
import { effectOf } from './effect';
import { withdrawalOf, workDose } from './treatment';
import { nextOfTriage, type TriageReading, triage } from './triage';

const now = 1000 * DAY_MS;

test('doses: a bath by what is active or by product, a course in the feed, so much into each', () => {
  // 1 mg/L of a product of half strength in 2 000 L: 4 g.
  expect(
    workDose({ by: 'bath', targetMgPerL: 1, basis: 'activeSubstance', volumeL: 2000, activeShare: 0.5 }),
  ).toMatchObject({ productG: 4, productMl: null });
  expect(workDose({ by: 'bath', targetMgPerL: 1000, basis: 'productMass', volumeL: 50 }).productG).toBe(50);
  expect(workDose({ by: 'bath', targetMgPerL: 200, basis: 'productVolume', volumeL: 500 }).productMl).toBe(100);
  // 80 mg for a kilogram and day, 40 kg, ten days, a premix of a tenth: 32 g a day, 320 g in all, in 0.8 kg of feed a day.
  const course = workDose({ by: 'feed', mgPerKgDay: 80, massKg: 40, days: 10, activeShare: 0.1, feedKgPerDay: 0.8 });
  expect(course.perDayG).toBeCloseTo(32, 10);
  expect(course.productG).toBeCloseTo(320, 10);
  expect(course.perFeedKgG).toBeCloseTo(40, 10);
  expect(workDose({ by: 'injection', mlEach: 0.05, number: 12_000 }).productMl).toBeCloseTo(600, 10);
});

test('a dose of nothing, or of a product of more than itself, is refused at its field', () => {
  expect(() => workDose({ by: 'bath', targetMgPerL: 0, basis: 'productMass', volumeL: 50 })).toThrow(/targetMgPerL/);
  expect(() => workDose({ by: 'bath', targetMgPerL: 1, basis: 'activeSubstance', volumeL: 50 })).toThrow(/activeShare/);
  expect(() => workDose({ by: 'feed', mgPerKgDay: 8, massKg: 4, days: 10, activeShare: 1.2 })).toThrow(/activeShare/);
  expect(() => workDose({ by: 'feed', mgPerKgDay: 8, massKg: 0, days: 10, activeShare: 1 })).toThrow(/massKg/);
});

const water = (celsius: number, from: number, days: number) =>
  Array.from({ length: days + 1 }, (_, i) => ({ at: from + i * DAY_MS, celsius }));

test('withdrawal: by days, by warmth, by the later of both; the last temperature goes on', () => {
  const end = now - 10 * DAY_MS;
  expect(withdrawalOf({ days: 14 }, end, [], now)).toEqual({ until: end + 14 * DAY_MS });
  const warm = withdrawalOf({ degreeDays: 200 }, end, water(10, end, 10), now);
  expect(warm.until! / DAY_MS).toBeCloseTo((end + 20 * DAY_MS) / DAY_MS, 3);
  expect(warm.degreeDays!.come).toBeCloseTo(100, 3);
  expect(withdrawalOf({ degreeDays: 200, days: 30 }, end, water(10, end, 10), now).until).toBe(end + 30 * DAY_MS);
  // Colder water holds them longer.
  expect(withdrawalOf({ degreeDays: 200 }, end, water(5, end, 10), now).until! - end).toBeCloseTo(40 * DAY_MS, -7);
});

test('of a water that was not read, or brings no warmth, nobody says that it is over', () => {
  const end = now - 400 * DAY_MS;
  expect(withdrawalOf({ degreeDays: 200 }, end, [], now).until).toBeNull();
  expect(withdrawalOf({ degreeDays: 200 }, end, water(0, end, 5), now).until).toBeNull();
  // Read before the treatment alone: that says nothing of the time since.
  expect(withdrawalOf({ degreeDays: 200 }, end, water(10, end - 60 * DAY_MS, 20), now).until).toBeNull();
  // Still going on: none has come.
  expect(withdrawalOf({ degreeDays: 200 }, now + DAY_MS, water(10, now - DAY_MS, 2), now).degreeDays!.come).toBe(0);
});

const read = (is: TriageReading['is'], hours: number): TriageReading => ({
  says: 'x',
  at: now - hours * HOUR_MS,
  is,
  todo: 'air',
});

test('triage keeps its order, asks for what was not read or is old, and names what is off first', () => {
  const lines = triage({ temperature: read('good', 1), pH: read('good', 9), oxygen: read('off', 1) }, now);
  expect(lines.map((l) => [l.step, l.state])).toEqual([
    ['temperature', 'good'],
    ['pH', 'old'],
    ['oxygen', 'off'],
    ['flow', 'none'],
    ['chlorine', 'none'],
  ]);
  expect(nextOfTriage(lines)!.step).toBe('oxygen');
  // What was off hours ago is off until somebody reads it anew.
  expect(triage({ oxygen: read('off', 20) }, now)[2]!.state).toBe('off');
  const all = Object.fromEntries(['temperature', 'pH', 'oxygen', 'flow', 'chlorine'].map((s) => [s, read('good', 1)]));
  expect(nextOfTriage(triage(all, now))).toBeNull();
  expect(nextOfTriage(triage({ ...all, flow: undefined }, now))!.step).toBe('flow');
});

const day = (t: number, dead: number) => ({ day: t * DAY_MS, days: 1, dead, atRisk: 5000 });

test('what followed a treatment: dead a day before and after, and their ratio', () => {
  const days = [
    ...[20, 22, 18, 21].map((d, i) => day(10 + i, d)),
    day(14, 60),
    ...[5, 4, 6, 5].map((d, i) => day(15 + i, d)),
  ];
  const e = effectOf(days, 14 * DAY_MS, 15 * DAY_MS)!;
  expect(e.before.perDay).toBeCloseTo(20.25);
  expect(e.after.perDay).toBe(5);
  expect(e.ratio).toBeCloseTo(20.5 / 81.5, 6);
  expect(e.high).toBeLessThan(1);
  // The day of the treatment itself is of neither side; too few days say nothing.
  expect(effectOf(days.slice(0, 6), 14 * DAY_MS, 15 * DAY_MS)).toBeNull();
  expect(effectOf([], 0, 0)).toBeNull();
});

test('of treatments that do nothing some 95 in 100 have 1 in their interval', () => {
  const chance = new Chance(77);
  let within = 0;
  for (let k = 0; k < 600; k++) {
    const days = Array.from({ length: 16 }, (_, t) => day(t, chance.negativeBinomial(6, 10)));
    const e = effectOf(days, 8 * DAY_MS, 9 * DAY_MS)!;
    if (e.low <= 1 && e.high >= 1) within += 1;
  }
  expect(within / 600).toBeGreaterThan(0.92);
  expect(within / 600).toBeLessThan(0.985);
});
