import { run } from '../calculation';
import { Chance } from '../chance';
import { calculation as carried } from './carriedWater';
import { byCounter, calculation as counter } from './counter';
import { calculation as displaced } from './displacement';
import { catchFor, markRecapture, calculation as recapture } from './markRecapture';
import { calculation as perMass } from './perMass';
import { bySplitter, calculation as splitter } from './splitter';

/** Share of runs whose interval holds the truth. */
function coverage(runs: number, once: (c: Chance) => { low: number; high: number; truth: number }): number {
  const chance = new Chance(20_310_414);
  let held = 0;
  for (let k = 0; k < runs; k++) {
    const { low, high, truth } = once(chance);
    if (low <= truth && truth <= high) held += 1;
  }
  return held / runs;
}
const binomial = (c: Chance, n: number, p: number) => {
  let k = 0;
  for (let i = 0; i < n; i++) if (c.next() < p) k += 1;
  return k;
};

describe('mark and recapture', () => {
  test('Chapman’s estimate and Seber’s variance by hand: 200 marked, 150 caught, 30 of them marked', () => {
    const o = markRecapture(200, 150, 30);
    // 201 · 151 / 31 − 1, and 201 · 151 · 170 · 120 / (31² · 32).
    expect(o.number).toBeCloseTo(978.0645, 4);
    expect(o.sd ** 2).toBeCloseTo(20_133.97, 1);
    expect(o.low * o.high).toBeCloseTo(o.number ** 2, 6);
    expect(Math.log(o.high / o.number)).toBeCloseTo((1.959964 * o.sd) / o.number, 6);
  });

  test('unbiased where marked and caught together are more than there are: the mean over all outcomes is the number', () => {
    // Exact: hypergeometric outcomes of 30 marked and 25 caught of 50 (Chapman 1951: no bias for M + C ≥ N).
    const [N, M, C] = [50, 30, 25];
    const ln = (n: number) => Array.from({ length: n }, (_, i) => Math.log(i + 1)).reduce((a, x) => a + x, 0);
    const choose = (n: number, k: number) => ln(n) - ln(k) - ln(n - k);
    let mean = 0;
    for (let r = Math.max(0, M + C - N); r <= Math.min(M, C); r++)
      mean += Math.exp(choose(M, r) + choose(N - M, C - r) - choose(N, C)) * markRecapture(M, C, r).number;
    expect(mean).toBeCloseTo(N, 8);
  });

  test('its interval holds the number in 92 to 96 of 100 ponds where thirty come back', () => {
    const held = coverage(1500, (c) => {
      let [marked, r] = [400, 0];
      let others = 5600;
      for (let k = 0; k < 450; k++)
        if (c.next() < marked / (marked + others)) {
          marked -= 1;
          r += 1;
        } else others -= 1;
      return { ...markRecapture(400, 450, r), truth: 6000 };
    });
    expect(held).toBeGreaterThan(0.92);
    expect(held).toBeLessThan(0.96);
  });

  test('what cannot be is refused at its field; few recaptures are told', () => {
    expect(() => run(recapture, { marked: 10, caught: 5, recaptured: 6 })).toThrow(/recaptured.*caught/);
    expect(() => run(recapture, { marked: 4, caught: 9, recaptured: 6 })).toThrow(/recaptured.*marked/);
    expect(() => run(recapture, { marked: 4, caught: 9, recaptures: 2 })).toThrow(/recaptures: is not a field/);
    expect(run(recapture, { marked: 50, caught: 40, recaptured: 3 }).warnings![0]).toMatch(/only 3 came back/);
    expect(run(recapture, { marked: 50, caught: 40, recaptured: 0 })).toMatchObject({ number: 51 * 41 - 1 });
  });

  test('how many to catch: so many give the half-width that was asked for, one fewer does not', () => {
    const n = catchFor(400, 6000, 0.2);
    const half = (caught: number) => {
      const o = markRecapture(400, caught, (400 * caught) / 6000);
      return (1.959964 * o.sd) / o.number;
    };
    expect(half(n)).toBeLessThanOrEqual(0.2);
    expect(half(n - 1)).toBeGreaterThan(0.2);
    expect(catchFor(2, 1000, 0.001)).toBe(1000);
  });
});

describe('a share counted', () => {
  test('100 of a tenth are 1000 ± 1.96 · 1000 · √(0.9/100)', () => {
    const o = run(splitter, { counted: 100, share: 0.1 });
    expect(o).toMatchObject({ number: 1000, low: expect.closeTo(1000 - 185.94, 1), high: expect.closeTo(1185.94, 1) });
    expect(o.warnings![0]).toMatch(/how well the splitter keeps its share/);
    // The share’s own error adds in squares: 4 % beside 9.49 %.
    expect(bySplitter(100, 0.1, 0.004).sd).toBeCloseTo(1000 * Math.hypot(Math.sqrt(0.009), 0.04), 6);
    expect(bySplitter(800, 1)).toMatchObject({ number: 800, low: 800, high: 800 });
    // None of a tenth: up to ln 0.025 / ln 0.9 = 35 would show none in one case of forty.
    expect(bySplitter(0, 0.1)).toMatchObject({ number: 0, low: 0, high: expect.closeTo(35.01, 2) });
    expect(() => run(splitter, { counted: 5, share: 10 })).toThrow(/share/);
  });

  test('its interval holds the number in 94 to 96 of 100', () => {
    const held = coverage(2000, (c) => ({ ...bySplitter(binomial(c, 4000, 0.1), 0.1), truth: 4000 }));
    expect(held).toBeGreaterThan(0.94);
    expect(held).toBeLessThan(0.96);
  });
});

test('water weighed with the fish is taken off, its doubt kept', () => {
  expect(run(carried, { wetG: 1000, carriedShare: 0.05 })).toEqual({ massG: 950, low: 950, high: 950 });
  const o = run(carried, { wetG: 1000, carriedShare: 0.05, carriedSd: 0.01 });
  expect([o.low, o.high]).toEqual([expect.closeTo(930.4, 1), expect.closeTo(969.6, 1)]);
  expect(() => run(carried, { wetG: 1000, carriedShare: 5 })).toThrow(/carriedShare: must be below 1/);
});

describe('fry by the count of a gram, and by water displaced', () => {
  test('12 a gram of 5 kg with 6 % water are 56 400', () => {
    const o = run(perMass, {
      batches: [
        { massG: 10, count: 121 },
        { massG: 10, count: 119 },
        { massG: 10, count: 120 },
      ],
      totalMassG: 5000,
      carriedShare: 0.06,
      carriedSd: 0.01,
    });
    expect(o).toMatchObject({ perG: 12, massG: 4700, number: expect.closeTo(56_400, 6) });
    // t(2) · 0.048 of 12, and 1.96 · 50 g of 4700.
    const rel = Math.hypot((4.302653 * (1 / Math.sqrt(3) / 10)) / 12, (1.959964 * 50) / 4700);
    expect(o.high / o.number - 1).toBeCloseTo(rel, 6);
    expect(o.perLb).toBeCloseTo(5443.1, 1);
  });

  test('400 in a litre displaced; reading the scale at both ends adds its part', () => {
    const samples = [
      { displacedMl: 250, count: 98 },
      { displacedMl: 250, count: 100 },
      { displacedMl: 250, count: 102 },
    ];
    const sharp = run(displaced, { samples, displacedMl: 6400 });
    expect(sharp).toMatchObject({ number: expect.closeTo(2560, 6), perL: expect.closeTo(400, 6) });
    const coarse = run(displaced, { samples, displacedMl: 6400, graduationMl: 500 });
    const own = sharp.high / sharp.number - 1;
    expect(coarse.high / coarse.number - 1).toBeCloseTo(Math.hypot(own, (1.959964 * 500 * Math.sqrt(1 / 6)) / 6400), 6);
  });
});

describe('a device corrected by hand counts', () => {
  test('one that misses four in a hundred', () => {
    const o = run(counter, { counted: 9600, checks: [480, 478, 482].map((device) => ({ device, hand: 500 })) });
    expect(o).toMatchObject({ factor: expect.closeTo(1500 / 1440, 9), number: expect.closeTo(10_000, 6) });
    expect(o.biasShare).toBeCloseTo(-0.04, 6);
  });

  test('its interval holds the true number in 93 to 97 of 100 passes, the scatter of the pass itself included', () => {
    const held = coverage(1500, (c) => {
      // Each is missed with a chance of 0.05, counted twice with one of 0.03.
      const pass = (n: number) => {
        let device = 0;
        for (let i = 0; i < n; i++) {
          const u = c.next();
          device += u < 0.05 ? 0 : u < 0.08 ? 2 : 1;
        }
        return device;
      };
      const checks = Array.from({ length: 6 }, () => ({ device: pass(500), hand: 500 }));
      return { ...byCounter(pass(3000), checks), truth: 3000 };
    });
    expect(held).toBeGreaterThan(0.93);
    expect(held).toBeLessThan(0.97);
  });

  test('one check tells no scatter, and is said so; a pass far longer than any check too', () => {
    expect(run(counter, { counted: 100, checks: [{ device: 48, hand: 50 }] }).warnings![0]).toMatch(/one check only/);
    const far = run(counter, { counted: 1_000_000, checks: [50, 51, 49].map((device) => ({ device, hand: 50 })) });
    expect(far.warnings!.some((w) => /times as long/.test(w))).toBe(true);
  });
});
