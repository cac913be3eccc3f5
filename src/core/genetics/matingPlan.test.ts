import { errorOf } from '../../../tests/support/refusedInput';
import { run } from '../calculation';
import { matingPlan } from './matingPlan';
import { planFigures } from './planFigures';
import { bottleneck } from './transport';

const refusal = (input: unknown) => errorOf(() => run(matingPlan, input));
type Input = Parameters<typeof matingPlan.compute>[0];

/** Small cases from a generator of their own: parents with kinship of a random pedigree-like kind. */
function posed(seed: number, objective: 'inbreeding' | 'meanKinship') {
  let state = seed * 7919 + 13;
  const next = () => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return state / 2_147_483_648;
  };
  const F = 2 + Math.floor(next() * 3);
  const M = 2 + Math.floor(next() * 3);
  const malesPerFemale = 1 + Math.floor(next() * Math.min(2, M));
  const n = F + M;
  // Kinship as products of loadings on a few ancestors: symmetric, positive semidefinite.
  const loads = Array.from({ length: n }, () => Array.from({ length: 3 }, () => (next() < 0.5 ? next() * 0.5 : 0)));
  const matrix = loads.map((a, i) =>
    loads.map((b, j) => a.reduce((s, x, k) => s + x * b[k]!, 0) + (i === j ? 0.4 : 0)),
  );
  const ids = Array.from({ length: n }, (_, k) => (k < F ? `f${k}` : `m${k - F}`));
  const equal = next() < 0.5;
  return {
    females: ids.slice(0, F).map((id) => ({ id, eggs: equal ? 1000 : 500 + Math.round(next() * 3000) })),
    males: ids.slice(F).map((id) => (next() < 0.5 ? { id } : { id, maxFemales: 1 + Math.floor(next() * F) })),
    malesPerFemale,
    kinship: { order: ids, matrix },
    avoid: next() < 0.3 ? [[ids[0]!, ids[F]!] as [string, string]] : [],
    objective,
  };
}
type Case = ReturnType<typeof posed>;

/** Every plan there is, one after another: the best value of the objective, or null when there is none. */
function byBruteForce(c: Case): number | null {
  const F = c.females.length;
  const all = c.females.reduce((s, f) => s + f.eggs, 0);
  const k = (a: number, b: number) => c.kinship.matrix[a]![b]!;
  const choices = (f: number) => {
    const open = c.males
      .map((m, j) => ({ m, j }))
      .filter(({ m }) => !c.avoid.some(([a, b]) => a === c.females[f]!.id && b === m.id))
      .map(({ j }) => j);
    return c.malesPerFemale === 1 ? open.map((j) => [j]) : open.flatMap((a, x) => open.slice(x + 1).map((b) => [a, b]));
  };
  let best: number | null = null;
  const plan: number[][] = [];
  const walk = (f: number) => {
    if (f === F) {
      const used = c.males.map((_, m) => plan.filter((p) => p.includes(m)).length);
      if (c.males.some((m, j) => used[j]! > (m.maxFemales ?? F))) return;
      const gives = [...c.females.map((x) => x.eggs / all / 2), ...c.males.map(() => 0)];
      let mean = 0;
      plan.forEach((males, female) => {
        for (const m of males) {
          const share = c.females[female]!.eggs / all / c.malesPerFemale;
          mean += share * k(female, F + m);
          gives[F + m] = gives[F + m]! + share / 2;
        }
      });
      const group = gives.reduce((s, a, x) => s + gives.reduce((t, b, y) => t + a * b * k(x, y), 0), 0);
      const value = c.objective === 'inbreeding' ? mean : group;
      if (best === null || value < best) best = value;
      return;
    }
    for (const males of choices(f)) {
      plan.push(males);
      walk(f + 1);
      plan.pop();
    }
  };
  walk(0);
  return best;
}

describe('against every plan there is', () => {
  test('least inbreeding is the least of all; what has no plan is refused', () => {
    let impossible = 0;
    for (let seed = 1; seed <= 150; seed++) {
      const c = posed(seed, 'inbreeding');
      const best = byBruteForce(c);
      if (best === null) {
        expect(refusal(c).code).toBe('impossible');
        impossible += 1;
        continue;
      }
      const o = run(matingPlan, c);
      expect(o.meanOffspringF).toBeCloseTo(best, 9);
      expect(o.gap).toBe(0);
      expect(o.crosses).toHaveLength(c.females.length * c.malesPerFemale);
    }
    expect(impossible).toBeGreaterThan(5);
    expect(impossible).toBeLessThan(100);
  });

  test('least group coancestry: never under the bound, and the plan is as good as its gap says', () => {
    let exact = 0;
    let solved = 0;
    for (let seed = 1; seed <= 150; seed++) {
      const c = posed(seed, 'meanKinship');
      const best = byBruteForce(c);
      if (best === null) continue;
      const o = run(matingPlan, c);
      solved += 1;
      expect(o.bound).toBeLessThanOrEqual(best + 1e-12);
      expect(o.groupCoancestry).toBeGreaterThanOrEqual(best - 1e-12);
      expect(o.groupCoancestry * (1 - o.gap)).toBeCloseTo(o.bound, 12);
      if (o.groupCoancestry <= best + 1e-9) exact += 1;
    }
    // The gap is what is proven; the plan itself is the very best nearly always.
    expect(exact / solved).toBeGreaterThan(0.9);
  });
});

const strangers = (females: number, males: number, more: Partial<Input> = {}) => ({
  females: Array.from({ length: females }, (_, k) => ({ id: `f${k}` })),
  males: Array.from({ length: males }, (_, k) => ({ id: `m${k}` })),
  malesPerFemale: 1,
  pedigree: [],
  ...more,
});

describe('what a manager expects of a plan', () => {
  test('among strangers, where any plan would do, no male works more than another', () => {
    const o = run(matingPlan, strangers(12, 4));
    const uses = new Map<string, number>();
    for (const c of o.crosses) uses.set(c.male, (uses.get(c.male) ?? 0) + 1);
    expect([...uses.values()]).toEqual([3, 3, 3, 3]);
    expect(o.effectiveSize).toBeCloseTo((4 * 12 * 4) / 16, 9);
    expect(o.meanOffspringF).toBe(0);
  });

  test('brother and sister are kept apart, half sibs before them, and lots drawn would have been worse', () => {
    const o = run(matingPlan, matingPlan.example);
    expect(o.crosses.map((c) => `${c.female}${c.male}`).sort()).toEqual(['uy', 'xv']);
    // Kinship of u with its half brother y 1/8, by its share of the eggs.
    expect(o.meanOffspringF).toBeCloseTo((2500 / 5500) * 0.125, 12);
    expect(o.randomOffspringF).toBeCloseTo((3000 / 5500) * 0.125 + (2500 / 5500) * 0.0625, 12);
    expect(o.warnings!.join(' ')).toMatch(/half sibs or nearer: u with y/);
    expect(o.completeness).toMatchObject({ v: 0, x: 0.25 });
  });

  test('stocks are not mixed unless that is said; a must-not pair is not made, whichever is named first', () => {
    const females = [
      { id: 'a', stock: 'lake' },
      { id: 'b', stock: 'river' },
    ];
    const males = [
      { id: 'm', stock: 'lake' },
      { id: 'n', stock: 'river' },
    ];
    const crosses = (o: { crosses: { female: string; male: string }[] }) => o.crosses.map((c) => c.female + c.male);
    expect(crosses(run(matingPlan, strangers(0, 0, { females, males })))).toEqual(['am', 'bn']);
    const no = refusal(strangers(0, 0, { females, males: [males[0]!] }));
    expect([no.code, no.path]).toEqual(['impossible', 'females[1].id']);
    expect(run(matingPlan, strangers(0, 0, { females, males: [males[0]!], betweenStocks: true })).crosses).toHaveLength(
      2,
    );
    expect(crosses(run(matingPlan, strangers(1, 2, { avoid: [['m0', 'f0']] })))).toEqual(['f0m1']);
  });

  test('an impossible demand names the limit: too few males, males used up, a knot of females on few males', () => {
    expect(refusal(strangers(2, 1, { malesPerFemale: 2 })).message).toMatch(
      /f0 wants 2 males.*only 1 is.*too few males/,
    );
    const used = refusal(
      strangers(3, 2, {
        males: [
          { id: 'm0', maxFemales: 1 },
          { id: 'm1', maxFemales: 1 },
        ],
      }),
    );
    expect([used.path, used.message]).toEqual(['males', expect.stringMatching(/3 crosses.*m0, m1.*raise how many/)]);
    const knot = refusal(
      strangers(3, 3, {
        males: [{ id: 'm0', maxFemales: 1 }, { id: 'm1' }, { id: 'm2' }],
        avoid: [
          ['f0', 'm1'],
          ['f0', 'm2'],
          ['f1', 'm1'],
          ['f1', 'm2'],
        ],
      }),
    );
    expect(knot.message).toMatch(/f0, f1 want 2 crosses, more than the males open to them \(m0\)/);
  });

  test('names that stand twice, eggs of some only, a matrix of another shape are refused at their place', () => {
    expect(refusal(strangers(1, 0, { males: [{ id: 'f0' }] })).message).toMatch(/f0 is named twice/);
    const some = strangers(0, 1, { females: [{ id: 'a', eggs: 10 }, { id: 'b' }] });
    expect(refusal(some).path).toBe('females[1].eggs');
    const { pedigree: _, ...plain } = strangers(1, 1);
    expect(refusal({ ...plain, kinship: { order: ['f0', 'm0'], matrix: [[0.5]] } }).path).toBe('kinship.matrix');
    expect(refusal({ ...plain, kinship: { order: ['f0'], matrix: [[0.5]] } }).message).toMatch(/m0 is not in/);
    expect(refusal(plain).path).toBe('pedigree');
  });
});

test('a bottleneck is one: its females want more than its males can give', () => {
  for (let seed = 1; seed < 300; seed++) {
    const F = 1 + (seed % 6);
    const M = 1 + ((seed * 5) % 5);
    const allowed = Array.from({ length: F }, (_, f) =>
      Array.from({ length: M }, (_, m) => m).filter((m) => ((seed >> (f + m)) + f * m + seed) % 3 !== 0),
    );
    const need = 1 + (seed % 2);
    const caps = Array.from({ length: M }, (_, m) => (seed + m) % 3);
    const tight = bottleneck({ allowed, need, caps });
    // The most that any set of females can get, by trying all sets: Hall's condition with each pair once.
    let short = false;
    for (let set = 1; set < 2 ** F; set++) {
      const females = allowed.filter((_, f) => set & (1 << f));
      const most = caps.reduce((s, cap, m) => s + Math.min(cap, females.filter((a) => a.includes(m)).length), 0);
      if (most < females.length * need) short = true;
    }
    expect([seed, tight !== null]).toEqual([seed, short]);
  }
});

describe('figures of crosses however they came about', () => {
  const kinship = [
    [0.5, 0, 0.25, 0],
    [0, 0.5, 0, 0.125],
    [0.25, 0, 0.5, 0],
    [0, 0.125, 0, 0.5],
  ];

  test('by hand: two females, two males, one cross each', () => {
    const o = planFigures(kinship, [0.75, 0.25], 2, [
      { female: 0, male: 0 },
      { female: 1, male: 1 },
    ])!;
    expect(o.meanOffspringF).toBeCloseTo(0.75 * 0.25 + 0.25 * 0.125, 12);
    expect(o.maxOffspringF).toBe(0.25);
    expect(o.fathered).toEqual([0.75, 0.25]);
    // Σ c² = 2 · (0.375² + 0.125²)
    expect(o.effectiveSize).toBeCloseTo(1 / (2 * (0.375 ** 2 + 0.125 ** 2)), 12);
    expect(o.inbreedingPerGeneration).toBeCloseTo(1 / (2 * o.effectiveSize), 12);
  });

  test('a female without a male counts for nothing; without any cross there is nothing to say', () => {
    const o = planFigures(kinship, [0.75, 0.25], 2, [
      { female: 1, male: 0 },
      { female: 1, male: 1 },
    ])!;
    expect(o.meanOffspringF).toBeCloseTo(0.0625, 12);
    expect(o.fathered).toEqual([0.5, 0.5]);
    expect(planFigures(kinship, [0.75, 0.25], 2, [])).toBeNull();
  });
});

describe('what would make a plan of another question', () => {
  const base = {
    females: [{ id: 'a' }, { id: 'b' }],
    males: [{ id: 'm' }, { id: 'n' }],
    malesPerFemale: 1,
  };
  const matrix = (change: (m: number[][]) => void) => {
    const m = [0, 1, 2, 3].map((i) => [0, 1, 2, 3].map((j) => (i === j ? 0.5 : 0.1)));
    change(m);
    return { order: ['a', 'b', 'm', 'n'], matrix: m };
  };
  const plan = (more: object) => () => run(matingPlan, { ...base, ...more });

  test('a kinship outside of 0 to 1, or not the same both ways, is refused at its place', () => {
    expect(plan({ kinship: matrix((m) => (m[0]![2] = 1.2)) })).toThrow(
      /^kinship\.matrix\[0\]\[2\]: 1\.2 is no kinship/,
    );
    expect(plan({ kinship: matrix((m) => (m[0]![2] = 0.4)) })).toThrow(/^kinship\.matrix\[0\]\[2\]: .*other way round/);
  });

  test('a must-not pair with a mistyped name is not lost', () => {
    expect(plan({ kinship: matrix(() => {}), avoid: [['a', 'mm']] })).toThrow(/^avoid\[0\]\[1\]: mm is none of these/);
  });

  test('a female that is a sire is refused', () => {
    expect(plan({ pedigree: [{ id: 'x', sire: 'a' }] })).toThrow(/^females\[0\]\.id: a is a sire/);
  });
});
