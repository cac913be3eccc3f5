import fc from 'fast-check';
import { betaCdf, studentQuantile } from '../distributions';
import { Z95 } from '../quantities/interval';
import { countByWeight } from './countByWeight';
import { moreNeeded, probabilityAbove } from './decide';
import { shareDifference } from './difference';
import { meanWeight, outlyingBatches } from './meanWeight';
import { wilson } from './proportion';
import { ratioEstimate } from './ratio';

describe('a share with its interval (Wilson)', () => {
  // Agresti and Coull 1998; Newcombe 1998, table I: 81 of 263, 15 of 148, 0 of 20, 1 of 29.
  test.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('%i of %i lies between %f and %f', (x, n, low, high) => {
    const w = wilson(x, n);
    expect(w.low).toBeCloseTo(low, 4);
    expect(w.high).toBeCloseTo(high, 4);
  });

  test('stays within 0 and 1, holds the estimate, narrows with more', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), fc.double({ min: 0, max: 1, noNaN: true }), (n, share) => {
        const x = Math.round(n * share);
        const a = wilson(x, n);
        expect(a.low).toBeGreaterThanOrEqual(0);
        expect(a.high).toBeLessThanOrEqual(1);
        expect(a.low).toBeLessThanOrEqual(x / n + 1e-12);
        expect(a.high).toBeGreaterThanOrEqual(x / n - 1e-12);
        const b = wilson(4 * x, 4 * n);
        expect(b.high - b.low).toBeLessThan(a.high - a.low);
      }),
    );
  });
});

describe('is the share above the mark?', () => {
  test('the probability is that of the Beta posterior: 9 of 10 against a half', () => {
    // Beta(10, 2): P(above ½) = 1 − Σ over the binomial, = 1 − 12/2048.
    expect(probabilityAbove(9, 10, 0.5)).toBeCloseTo(1 - 12 / 2048, 9);
  });

  test('the number still wanted settles it, and one fewer does not', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: 60 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0.2, max: 0.8, noNaN: true }),
        (n, share, threshold) => {
          const x = Math.round(n * share);
          const more = moreNeeded(x, n, threshold, 0.95, 20_000);
          if (more === null || more === 0) return;
          const settled = (m: number) => {
            const p = 1 - betaCdf(threshold, x + (x / n) * m + 1, n - x + (1 - x / n) * m + 1);
            return p >= 0.95 || p <= 0.05;
          };
          expect(settled(more)).toBe(true);
          expect(settled(more - 1)).toBe(false);
        },
      ),
      { numRuns: 100 },
    );
  });

  test('a share that sits on the mark is never settled by looking', () => {
    expect(moreNeeded(50, 100, 0.5, 0.95, 5000)).toBeNull();
    expect(moreNeeded(99, 100, 0.5, 0.95)).toBe(0);
  });
});

describe('the ratio of samples', () => {
  test('three samples of 10 mL with 212, 198 and 205: 20.5 ± t(2) · 4.06/10 a mL', () => {
    // Residuals 7, −7, 0: s² = 98/2; se = √(49/3)/10.
    const r = ratioEstimate(
      [212, 198, 205].map((y) => ({ y, x: 10 })),
      615,
    );
    expect(r.ratio).toBeCloseTo(20.5, 12);
    expect(r.se).toBeCloseTo(Math.sqrt(49 / 3) / 10, 12);
    expect(r.half).toBeCloseTo((studentQuantile(0.975, 2) * Math.sqrt(49 / 3)) / 10, 9);
    expect(r.df).toBe(2);
  });

  test('the unit of the volume changes nothing but the unit; samples of unlike size weigh by their size', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ y: fc.integer({ min: 50, max: 400 }), x: fc.integer({ min: 5, max: 20 }) }), {
          minLength: 3,
          maxLength: 8,
        }),
        fc.double({ min: 0.1, max: 30, noNaN: true }),
        (samples, k) => {
          const n = samples.reduce((s, v) => s + v.y, 0);
          const a = ratioEstimate(samples, n);
          const b = ratioEstimate(
            samples.map((s) => ({ y: s.y, x: s.x * k })),
            n,
          );
          expect(b.ratio * k).toBeCloseTo(a.ratio, 6);
          expect(b.half * k).toBeCloseTo(a.half, 6);
          expect(a.ratio).toBeCloseTo(n / samples.reduce((s, v) => s + v.x, 0), 9);
        },
      ),
    );
  });

  test('no sample is no estimate', () => {
    expect(() => ratioEstimate([], 0)).toThrow(RangeError);
  });
});

describe('weighing', () => {
  const batches = [
    { massG: 25, count: 100 },
    { massG: 24.6, count: 99 },
    { massG: 25.2, count: 101 },
    { massG: 24.8, count: 99 },
    { massG: 25.1, count: 100 },
  ];
  test('10 kg of fish of 124.7 g / 499 are 40 016', () => {
    const c = countByWeight(batches, 10_000);
    expect(c.number).toBeCloseTo((10_000 * 499) / 124.7, 6);
    expect(c.high - c.number).toBeCloseTo(c.number - c.low, 6);
  });

  test('an unsure balance adds in squares', () => {
    const sure = countByWeight(batches, 10_000);
    const unsure = countByWeight(batches, 10_000, 200);
    expect(unsure.relativeHalf ** 2).toBeCloseTo(sure.relativeHalf ** 2 + (Z95 * 0.02) ** 2, 10);
  });

  test('a batch of large ones is named; among four there are too few to say', () => {
    const odd = [...batches, { massG: 40, count: 100 }];
    expect(outlyingBatches(odd)).toEqual([5]);
    expect(outlyingBatches([batches[0]!, { massG: 40, count: 100 }])).toEqual([]);
    expect(meanWeight(odd).ratio).toBeGreaterThan(meanWeight(batches).ratio);
  });
});

describe('two shares compared', () => {
  const of = (a: number, n: number, b: number, m: number) =>
    shareDifference({ successes: a, trials: n }, { successes: b, trials: m });
  test('the worked examples of Newcombe 1998, table II, method 10', () => {
    // (a) 56/70 - 48/80, (b) 9/10 - 3/10, (e) 5/56 - 0/29, (h) 10/10 - 0/10
    for (const [row, low, high] of [
      [of(56, 70, 48, 80), 0.0524, 0.3339],
      [of(9, 10, 3, 10), 0.1705, 0.809],
      [of(5, 56, 0, 29), -0.0381, 0.1926],
      [of(10, 10, 0, 10), 0.6075, 1],
    ] as const) {
      expect(row.low).toBeCloseTo(low, 4);
      expect(row.high).toBeCloseTo(high, 4);
    }
  });
  test('says which is higher only when chance does not explain it', () => {
    expect(of(56, 70, 48, 80).verdict).toBe('first is higher');
    expect(of(48, 80, 56, 70).verdict).toBe('second is higher');
    expect(of(5, 56, 0, 29).verdict).toBe('no difference seen');
    expect(of(1, 1, 0, 1).verdict).toBe('no difference seen');
  });
});
