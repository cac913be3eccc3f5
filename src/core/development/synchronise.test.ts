import { type CalculationError, run } from '../calculation';
import { DAY_MS as DAY } from '../time/spans';
import { calculation, synchronise, type Take } from './synchronise';

const from = Date.parse('2031-12-01T00:00:00Z');
const limits = { low: 1, high: 9 };
/** Taken so many days before; 400 degree-days above nothing, on steady water. */
const take = (name: string, daysAgo: number, celsius = 5, more: Partial<Take> = {}): Take => ({
  name,
  phases: [{ stage: 'hatched', model: { kind: 'degreeDays', sum: 400, base: 0 } }],
  start: from - daysAgo * DAY,
  measured: [{ at: from - daysAgo * DAY, celsius }],
  forecast: [],
  ...more,
});
const day = (t: number) => (t - from) / DAY;

test('two takes eight days apart at 5 °C: closed form, the changes balance', () => {
  // Left: 400 − 5·20 = 300 and 400 − 5·12 = 340 degree-days; 300/(5−x) = 340/(5+x) where x = 5·40/640.
  const s = synchronise([take('a', 20), take('b', 12)], 'hatched', from, limits);
  const x = (5 * 40) / 640;
  expect(s.takes[0]!.offset).toBeCloseTo(-x, 2);
  expect(s.takes[1]!.offset).toBeCloseTo(x, 2);
  expect(day(s.at)).toBeCloseTo(300 / (5 - x), 1);
  expect(s.unchangedSpreadMs / DAY).toBeCloseTo(8, 2);
  expect(s.spreadMs / DAY).toBeLessThan(0.05);
});

test('on a wanted day each has the temperature that its degree-days want', () => {
  const s = synchronise([take('a', 20), take('b', 12), take('c', 40)], 'hatched', from, limits, from + 50 * DAY);
  expect(s.takes.map((t) => t.offset + 5)).toEqual([300, 340, 200].map((left) => expect.closeTo(left / 50, 2)));
  expect(s.takes.map((t) => day(t.reaches))).toEqual([50, 50, 50].map((d) => expect.closeTo(d, 1)));
});

test('limits hold, and what cannot be brought together stays apart', () => {
  // 20 against 340 degree-days left: at the slowest 20 days, at the quickest 37.8.
  const s = synchronise([take('old', 76), take('young', 12)], 'hatched', from, limits);
  expect(s.takes.map((t) => t.offset)).toEqual([expect.closeTo(-4, 2), expect.closeTo(4, 2)]);
  expect(s.spreadMs / DAY).toBeCloseTo(340 / 9 - 20, 1);
});

test('water that comes outside the limits by itself is left so, and never pushed further out', () => {
  const cold = take('cold', 40, 0.6);
  const s = synchronise([cold, take('b', 20, 5)], 'hatched', from, limits, from + 500 * DAY);
  // 376 left at 0.6 °C: 627 days as it is; to be earlier it is warmed.
  expect(s.takes[0]!.offset).toBeCloseTo(376 / 500 - 0.6, 2);
  expect(s.takes[1]!.reaches - from).toBeLessThan(301 * DAY);
});

test('a course that comes is moved as a whole: each lot on its own water', () => {
  const warming = [
    { at: from, celsius: 3 },
    { at: from + 100 * DAY, celsius: 7 },
  ];
  const s = synchronise([take('river', 10, 3, { forecast: warming }), take('spring', 30, 5)], 'hatched', from, limits);
  expect(s.spreadMs / DAY).toBeLessThan(0.05);
  const left = 370;
  // Integral of 3 + 0.04 t + x up to the day, below the upper limit all the way.
  const d = day(s.takes[0]!.reaches);
  expect((3 + s.takes[0]!.offset) * d + 0.02 * d * d).toBeCloseTo(left, 0);
});

test('already there, or never: said at the take', () => {
  const at = (takes: Take[]) => {
    try {
      synchronise(takes, 'hatched', from, limits);
    } catch (e) {
      return [(e as CalculationError).path, (e as Error).message];
    }
  };
  expect(at([take('a', 20), take('b', 90)])).toEqual(['takes[1]', expect.stringMatching(/b has reached it already/)]);
  expect(at([take('ice', 20, 0.1), take('b', 20)])).toEqual(['takes[0]', expect.stringMatching(/within two years/)]);
});

test('as a calculation: mixing is refused beyond the spread, and a day that cannot be had is said', () => {
  const raw = (daysAgo: number) => ({
    name: `${daysAgo} days`,
    phases: [{ stage: 'hatched', model: { kind: 'degreeDays', sum: 400, base: 0 } }],
    start: new Date(from - daysAgo * DAY).toISOString(),
    measured: [{ at: new Date(from - daysAgo * DAY).toISOString(), celsius: 5 }],
  });
  const input = { stage: 'hatched', from: new Date(from).toISOString(), limits };
  expect(run(calculation, { ...input, takes: [raw(20), raw(12)] })).toMatchObject({ mix: true });
  const far = run(calculation, { ...input, takes: [raw(76), raw(12)] });
  expect(far.mix).toBe(false);
  expect(far.warnings![0]).toMatch(/stay 17\.8 days apart, more than 3/);
  const soon = new Date(from + 10 * DAY).toISOString();
  expect(run(calculation, { ...input, takes: [raw(20), raw(12)], at: soon }).warnings![0]).toMatch(/cannot be had/);
  expect(() => run(calculation, { ...input, takes: [raw(20)] })).toThrow(/two takes or more/);
});
