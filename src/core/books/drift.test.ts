import { run } from '../calculation';
import { studentQuantile } from '../distributions';
import { drift, randomEffects } from './drift';

/** Repeatable normal noise: mulberry32 (a public-domain generator) through Box and Muller. */
function noise(seed: number) {
  let s = seed >>> 0;
  const uniform = () => {
    s = (s + 0x6d2b79f5) >>> 0;
    let t = Math.imul(s ^ (s >>> 15), 1 | s);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return (((t ^ (t >>> 14)) >>> 0) + 0.5) / 4294967296;
  };
  return () => {
    const u = uniform();
    return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * uniform());
  };
}

const census = (rate: number, exposure: number, books: number, sd: number, id = '') => ({
  id,
  books: { number: books, sd },
  count: { number: books - rate * exposure, sd },
  exposure,
});

describe('unseen loss learned from counts', () => {
  test('random effects by hand: equal variances 1, rates 1, 2, 3, 6', () => {
    // Mean 3; Q = 4 + 1 + 0 + 9 = 14; tau² = (14 − 3) / (4 − 1) = 11/3; se² = (1 + 11/3) / 4.
    const r = randomEffects([1, 2, 3, 6].map((rate) => ({ rate, sd: 1 })));
    expect(r.mean).toBeCloseTo(3, 12);
    expect(r.q).toBeCloseTo(14, 12);
    expect(r.between).toBeCloseTo(Math.sqrt(11 / 3), 12);
    expect(r.se).toBeCloseTo(Math.sqrt((1 + 11 / 3) / 4), 12);
  });

  test('counts that differ no more than their own errors leave no spread between holdings', () => {
    const o = run(drift, { censuses: [0.001, 0.0011, 0.0009, 0.001].map((r) => census(r, 100_000, 5000, 80)) });
    expect(o.between).toBe(0);
    expect(o.perDay).toBeCloseTo(0.001, 6);
  });

  test('a vague count weighs little', () => {
    const sure = [0.001, 0.0012, 0.0008].map((r) => census(r, 100_000, 5000, 10));
    const o = run(drift, { censuses: [...sure, census(0.004, 100_000, 5000, 2000)] });
    expect(o.perDay).toBeLessThan(0.0012);
  });

  test('a blunder among many is left out and named; among few there is nothing to judge it by', () => {
    const good = [1, 1.1, 0.9, 1.05, 0.95, 1.02].map((r, k) => census(r / 1000, 100_000, 5000, 5, `R${k}`));
    const o = run(drift, { censuses: [...good, census(0.03, 100_000, 5000, 5, 'R9')] });
    expect(o.leftOut).toEqual(['R9']);
    expect(o.used).toBe(6);
    expect(o.warnings?.join()).toMatch(/1 of 7 counts/);
    expect(() => run(drift, { censuses: good.slice(0, 3) })).toThrow(/at least 4 counts/);
  });

  test('counts above the books do not become a gain: nothing is lost, and it is said', () => {
    const o = run(drift, { censuses: [-1, -2, -1.5, -1].map((r) => census(r / 1000, 100_000, 5000, 10)) });
    expect(o.perDay).toBe(0);
    expect(o.low).toBeLessThan(0);
    expect(o.warnings?.join()).toMatch(/found more than the books/);
  });

  test.each([
    [12, 0.00006],
    [12, 0.0004],
    [5, 0.0004],
  ])(
    'with %i counts of sd %f, the interval for a holding not yet counted holds in 94 to 98.5 %% of 3 000 hatcheries',
    (k, sd) => {
      const z = noise(20310414);
      let held = 0;
      for (let n = 0; n < 3000; n++) {
        const rates = Array.from({ length: k }, () => ({ rate: 0.002 + 0.0006 * z() + sd * z(), sd }));
        const r = randomEffects(rates);
        if (Math.abs(0.002 + 0.0006 * z() - r.mean) <= studentQuantile(0.975, r.df) * Math.hypot(r.between, r.se))
          held += 1;
      }
      expect(held / 3000).toBeGreaterThan(0.935);
      expect(held / 3000).toBeLessThan(0.985);
    },
  );
});
