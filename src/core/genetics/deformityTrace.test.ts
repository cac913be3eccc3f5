import { run } from '../calculation';
import { Chance } from '../chance';
import { adjustedForMany, deformityTrace } from './deformityTrace';

type Sample = { looked: number; deformed: number; shares: { id: string; share: number }[] };
const of = (looked: number, deformed: number, ...parents: (string | [string, number])[]): Sample => ({
  looked,
  deformed,
  shares: parents.map((p) => (typeof p === 'string' ? { id: p, share: 1 } : { id: p[0], share: p[1] })),
});
const trace = (samples: Sample[]) => run(deformityTrace, { samples });
const parent = (o: ReturnType<typeof trace>, id: string) => o.parents.find((p) => p.id === id)!;

test('one male whose lots are worse in several mothers stands out, and he alone', () => {
  const o = trace([
    of(200, 4, 'F1', 'M1'),
    of(200, 5, 'F2', 'M1'),
    of(200, 22, 'F3', 'M2'),
    of(200, 3, 'F2', 'M3'),
    of(200, 20, 'F4', 'M2'),
    of(200, 4, 'F5', 'M1'),
    of(200, 24, 'F1', 'M2'),
  ]);
  expect(o.parents.filter((p) => p.standsOut).map((p) => p.id)).toEqual(['M2']);
  // 66 of 600 in his lots, 16 of 800 in the others: the trend gives back the plain rates.
  expect(parent(o, 'M2').rate).toBeCloseTo(66 / 600, 9);
  expect(parent(o, 'M2').low).toBeGreaterThan(16 / 800);
});

test('a parent of half a pooled lot is charged with what his half must hold', () => {
  const o = trace([
    of(1000, 20, ['M1', 1]),
    of(1000, 60, ['M1', 0.5], ['M2', 0.5]),
    of(1000, 20, ['M1', 1]),
    of(1000, 60, ['M1', 0.5], ['M2', 0.5]),
  ]);
  // Half of the lot at 2 %, the whole at 6 %: his half at 10 %.
  expect(parent(o, 'M2').rate).toBeCloseTo(0.1, 9);
  expect(parent(o, 'M1').rate).toBeCloseTo(0.02, 9);
});

test('p of the trend by hand, on two lots of each father', () => {
  // Alike within fathers, so no scatter beside them. Angles of 4.375 and 12.375 in 100.75, each of variance 1/402.
  const o = trace([of(100, 4, 'M1'), of(100, 4, 'M1'), of(100, 12, 'M2'), of(100, 12, 'M2')]);
  const z = (Math.asin(Math.sqrt(12.375 / 100.75)) - Math.asin(Math.sqrt(4.375 / 100.75))) * Math.sqrt(402);
  expect(z).toBeCloseTo(2.9704, 3);
  // Student's t on 2 degrees of freedom has a closed form.
  expect(parent(o, 'M2').p).toBeCloseTo(1 - z / Math.sqrt(2 + z * z), 9);
});

test('who always stands with another cannot be told from it, and says so', () => {
  const o = trace([of(100, 9, 'F1', 'M1'), of(100, 1, 'F2', 'M2'), of(100, 8, 'F1', 'M1'), of(100, 2, 'F3', 'M2')]);
  expect(parent(o, 'F1').like).toEqual(['M1']);
  expect(parent(o, 'M2').like).toEqual([]);
  expect(o.warnings).toEqual([expect.stringContaining('cannot be told')]);
});

test('mothers of one pooled lot are traced as one; a mother and a father never are', () => {
  const pooled = (looked: number, deformed: number, mothers: [string, number][], father: string) => ({
    looked,
    deformed,
    shares: [
      ...mothers.map(([id, share]) => ({ id, share, as: 'mother' as const })),
      { id: father, share: 1, as: 'father' as const },
    ],
  });
  const o = trace([
    pooled(
      100,
      10,
      [
        ['F1', 0.7],
        ['F2', 0.3],
      ],
      'M1',
    ),
    pooled(100, 2, [['F3', 1]], 'M2'),
    pooled(
      100,
      11,
      [
        ['F1', 0.7],
        ['F2', 0.3],
      ],
      'M1',
    ),
    pooled(100, 3, [['F4', 1]], 'M2'),
  ]);
  expect(parent(o, 'F1')).toMatchObject({ ids: ['F1', 'F2'], like: ['M1'], rate: expect.closeTo(0.105, 9) });
  expect(o.parents.some((p) => p.id === 'F2')).toBe(false);
  expect(parent(o, 'M1').ids).toEqual(['M1']);
});

test('few samples, none deformed, one parent everywhere: nobody is accused', () => {
  expect(trace([of(100, 20, 'F1', 'M1'), of(100, 0, 'F2', 'M1')]).parents.every((p) => !p.standsOut)).toBe(true);
  const clean = trace([1, 2, 3, 4, 5].map((k) => of(60, 0, `F${k}`, 'M1')));
  expect(clean.rate).toBe(0);
  expect(clean.parents.every((p) => !p.standsOut && p.rate === 0 && p.high > 0)).toBe(true);
  expect(parent(trace([1, 2, 3, 4, 5].map((k) => of(60, k, `F${k}`, 'M1'))), 'M1')).toMatchObject({
    p: null,
    standsOut: false,
  });
});

test('more shares than there are parents, and more deformed than looked at, are refused', () => {
  expect(() => trace([of(10, 1, 'F1', 'F2', 'M1')])).toThrow(/samples\[0\]\.shares/);
  expect(() => trace([of(10, 11, 'F1')])).toThrow(/deformed/);
});

test('Benjamini and Hochberg: the worked order of their adjusted values', () => {
  expect(adjustedForMany([0.01, 0.04, 0.03, 0.005])).toEqual([0.02, 0.04, 0.04, 0.02]);
  expect(adjustedForMany([])).toEqual([]);
});

/** Mulberry32, as everywhere: the seed is fixed so that a failure can be repeated. */
function generator(seed: number) {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}
const binomial = (next: () => number, n: number, p: number) => {
  let k = 0;
  for (let i = 0; i < n; i++) if (next() < p) k++;
  return k;
};

test('where parents make no difference, lots that scatter wildly accuse somebody in few seasons; a real one is found', () => {
  const next = generator(11);
  const season = (bad: number) =>
    Array.from({ length: 16 }, (_, k) => {
      // Lots differ among themselves far more than chance alone would make them.
      const own = 0.03 * Math.exp(0.5 * (next() + next() + next() - 1.5) * 2);
      const father = k % 5;
      return of(150, binomial(next, 150, own + (father === 0 ? bad : 0)), `F${k % 8}`, `M${father}`);
    });
  let wrong = 0;
  let found = 0;
  for (let s = 0; s < 400; s++) {
    if (trace(season(0)).parents.some((p) => p.standsOut)) wrong++;
    if (parent(trace(season(0.12)), 'M0').standsOut) found++;
  }
  expect(wrong / 400).toBeLessThan(0.09);
  expect(found / 400).toBeGreaterThan(0.9);
});

test('where lots scatter for reasons of their own, no more than one set in twenty names somebody wrongly', () => {
  const chance = new Chance(5);
  let wrong = 0;
  const sets = 300;
  for (let n = 0; n < sets; n++) {
    const o = trace(
      Array.from({ length: 20 }, () => {
        const ids = [...Array(10).keys()].sort(() => chance.between(-1, 1)).slice(0, 2);
        const p = 1 / (1 + Math.exp(3.5 + chance.normal()));
        const looked = chance.whole(60, 300);
        let deformed = 0;
        for (let k = 0; k < looked; k++) if (chance.between(0, 1) < p) deformed += 1;
        return of(looked, deformed, [`M${ids[0]}`, 0.5], [`M${ids[1]}`, 0.5]);
      }),
    );
    if (o.parents.some((p) => p.standsOut)) wrong += 1;
  }
  expect(wrong / sets).toBeLessThan(0.055);
});
