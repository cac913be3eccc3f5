import fc from 'fast-check';
import { DAY_MS, HOUR_MS } from '../time/spans';
import { rateFunction } from './model';
import { accumulate, crossing, makeTimeline, valueAt } from './timeline';

const start = Date.UTC(2031, 0, 1);
const degreeDays = (sum: number, base = 0) => rateFunction({ kind: 'degreeDays', sum, base });

describe('a timeline of temperatures', () => {
  test('carries the first reading back and the last one on, and says from where on it is forecast', () => {
    const line = makeTimeline([{ at: start + DAY_MS, celsius: 6 }], [], start, start + 3 * DAY_MS);
    expect(line.celsius.every((c) => c === 6)).toBe(true);
    expect([line.at[0], line.at.at(-1)]).toEqual([start, start + 3 * DAY_MS]);
    expect(line.measuredTo).toBe(start + DAY_MS);
  });

  test('a plan holds after the last reading, never before it', () => {
    const plan = [
      { at: start + DAY_MS, celsius: 20 },
      { at: start + 4 * DAY_MS, celsius: 10 },
    ];
    const line = makeTimeline([{ at: start + 2 * DAY_MS, celsius: 6 }], plan, start, start + 6 * DAY_MS);
    const at = (t: number) => line.celsius[line.at.indexOf(t)];
    expect(at(start)).toBe(6);
    expect(at(start + 3 * DAY_MS)).toBeCloseTo(8, 9);
    expect(line.celsius.at(-1)).toBe(10);
  });

  test('of two readings for one instant the later in the list counts; the order of the list does not matter', () => {
    const readings = [
      { at: start + 2 * HOUR_MS, celsius: 8 },
      { at: start, celsius: 4 },
      { at: start + 2 * HOUR_MS, celsius: 9 },
    ];
    const line = makeTimeline(readings, [], start, start + 2 * HOUR_MS);
    expect([...line.celsius]).toEqual([4, 9]);
  });

  test('nothing to go by is refused', () => {
    expect(() => makeTimeline([], [], start, start + DAY_MS)).toThrow(RangeError);
  });
});

describe('the running sum', () => {
  test('at a steady temperature it is rate times days, wherever the readings lie', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        fc.array(fc.integer({ min: 0, max: 20 * 24 }), { minLength: 1, maxLength: 40 }),
        (celsius, hours) => {
          const line = makeTimeline(
            hours.map((h) => ({ at: start + h * HOUR_MS, celsius })),
            [],
            start,
            start + 20 * DAY_MS,
          );
          const sum = accumulate(line, degreeDays(100));
          expect(sum.at(-1)!).toBeCloseTo((celsius * 20) / 100, 9);
          expect(crossing(line, sum, (celsius * 7) / 100)).toBeCloseTo(start + 7 * DAY_MS, -3);
        },
      ),
      { numRuns: 200 },
    );
  });

  test('of a ramp from a to b it is the mean of the two', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 20, noNaN: true }), fc.double({ min: 1, max: 20, noNaN: true }), (a, b) => {
        const line = makeTimeline(
          [
            { at: start, celsius: a },
            { at: start + 10 * DAY_MS, celsius: b },
          ],
          [],
          start,
          start + 10 * DAY_MS,
        );
        expect(accumulate(line, degreeDays(100)).at(-1)!).toBeCloseTo((10 * (a + b)) / 2 / 100, 9);
      }),
    );
  });

  test('never falls, is read between its points, and is never reached where nothing develops', () => {
    const line = makeTimeline(
      [0, 1, 2, 3, 4].map((d) => ({ at: start + d * DAY_MS, celsius: d % 2 === 0 ? 3 : 9 })),
      [],
      start,
      start + 4 * DAY_MS,
    );
    const sum = accumulate(line, degreeDays(50, 4));
    for (let i = 1; i < sum.length; i++) expect(sum[i]!).toBeGreaterThanOrEqual(sum[i - 1]!);
    expect(valueAt(line, sum, start)).toBe(0);
    expect(valueAt(line, sum, start + 99 * DAY_MS)).toBe(sum.at(-1));
    const middle = valueAt(line, sum, start + 1.5 * DAY_MS);
    expect(middle).toBeGreaterThan(valueAt(line, sum, start + DAY_MS));
    expect(crossing(line, sum, 10)).toBe(Number.POSITIVE_INFINITY);
  });

  test('a warmer forecast counts from where the readings end', () => {
    const line = makeTimeline([{ at: start + 5 * DAY_MS, celsius: 6 }], [], start, start + 10 * DAY_MS);
    const plain = accumulate(line, degreeDays(100));
    const warm = accumulate(line, degreeDays(100), 2);
    expect(valueAt(line, warm, start + 5 * DAY_MS)).toBeCloseTo(valueAt(line, plain, start + 5 * DAY_MS), 9);
    expect(warm.at(-1)! - plain.at(-1)!).toBeCloseTo((2 * 5) / 100, 9);
  });
});

describe('models of development', () => {
  test('the power curve in days: log10 D = a + b log10(T − alpha)', () => {
    const rate = rateFunction({ kind: 'power', a: 5.1908, b: -2.6562, alpha: -11 });
    for (const t of [1, 4, 8]) expect(1 / rate(t)).toBeCloseTo(10 ** (5.1908 - 2.6562 * Math.log10(t + 11)), 9);
    expect(rate(-11)).toBeNaN();
  });

  test('a table gives its own days at its points, and days that only fall between falling ones', () => {
    const points = [
      { celsius: 2, days: 160 },
      { celsius: 4, days: 105 },
      { celsius: 6, days: 75 },
      { celsius: 10, days: 40 },
    ];
    const rate = rateFunction({ kind: 'table', points });
    for (const p of points) expect(1 / rate(p.celsius)).toBeCloseTo(p.days, 9);
    let before = Number.POSITIVE_INFINITY;
    for (let t = 2; t <= 10; t += 0.05) {
      const days = 1 / rate(t);
      expect(days).toBeLessThan(before);
      before = days;
    }
    expect(rate(1.9)).toBeNaN();
    expect(rateFunction({ kind: 'table', points, outside: 'hold' })(1)).toBeCloseTo(1 / 160, 12);
  });
});
