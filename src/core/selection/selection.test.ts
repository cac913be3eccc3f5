import { fateTotals } from '../books/fates';
import { Chance } from '../chance';
import { sizesByType } from './byType';
import { oddsOf, signsForetold } from './foretold';
import { atLeastOne } from './gamble';
import { goalAhead } from './goal';
import { faultsOf, type JudgedFish, judgedFish, mainReason } from './judged';
import { competitiveRange } from './range';
import { selectionScheme, wholeScheme } from './scheme';
import { totalsOf } from './totals';

const scheme = wholeScheme(
  selectionScheme.parse({
    reasons: [
      { id: 'shallow', word: 'shallow body', group: 'build' },
      { id: 'ground', word: 'ground colour cloudy', group: 'quality' },
    ],
    signs: [{ id: 'fins', word: 'colour at the fins' }],
    types: ['plain'],
    lengthRatio: 1.5,
  }),
);
let serial = 0;
const fish = (more: Partial<JudgedFish> = {}): JudgedFish => {
  serial += 1;
  return judgedFish.parse({
    id: `0190a0a0-0000-7000-8000-${String(serial).padStart(12, '0')}`,
    nth: 1,
    bowl: 1,
    decision: 'keep',
    at: serial,
    ...more,
  });
};
const paths = (f: JudgedFish, range: { fromMm: number; toMm: number } | null = null) =>
  faultsOf(f, scheme, range).map((x) => x.path);

describe('how one fish is judged', () => {
  test('a deformity is a cull, however good the rest; nothing goes away without a reason', () => {
    expect(paths(fish({ decision: 'keep', reasons: ['deformity:fins'] }))).toEqual(['decision']);
    expect(paths(fish({ decision: 'second', reasons: ['deformity:fins', 'shallow'], why: 'x', tag: 'A1' }))).toContain(
      'decision',
    );
    expect(paths(fish({ decision: 'cull', reasons: ['deformity:fins'] }))).toEqual([]);
    expect(paths(fish({ decision: 'sell' }))).toEqual(['reasons']);
    expect(paths(fish({ decision: 'cull' }))).toEqual(['reasons']);
    expect(paths(fish({ decision: 'undecided' }))).toEqual([]);
    expect(faultsOf(fish({ decision: 'sell', reasons: ['nose'] }), scheme, null)[0]!.message).toMatch(/nose/);
  });

  test('one kept in spite of a fault, or outside of the range, says why and is followed; one for the second pond may be small', () => {
    const odd = { decision: 'keep', reasons: ['ground'] } as const;
    expect(paths(fish({ ...odd, reasons: ['ground'] }))).toEqual(['why']);
    expect(paths(fish({ ...odd, reasons: ['ground'], why: 'the best of its year' }))).toEqual(['tag']);
    expect(paths(fish({ ...odd, reasons: ['ground'], why: 'the best of its year', tag: 'A1' }))).toEqual([]);
    expect(paths(fish({ ...odd, reasons: ['ground'], why: 'the best', marks: [[1, 2, 3, 4]] }))).toEqual([]);
    const range = { fromMm: 60, toMm: 90 };
    expect(paths(fish({ lengthMm: 59 }), range)).toEqual(['why']);
    expect(paths(fish({ lengthMm: 60 }), range)).toEqual([]);
    expect(paths(fish({ lengthMm: 90.5 }), range)).toEqual(['why']);
    expect(paths(fish({ decision: 'second', reasons: ['small'], lengthMm: 50 }), range)).toEqual([]);
    expect(paths(fish({ decision: 'second', reasons: ['shallow'] }))).toEqual(['why']);
    expect(paths(fish({ decision: 'second', reasons: ['ground'] }))).toEqual([]);
  });

  test('several at once only where size cut them off; a followed one says what it became; what is taken back has no fault', () => {
    expect(paths(fish({ decision: 'sell', reasons: ['small'], count: 7 }))).toEqual([]);
    expect(paths(fish({ decision: 'sell', reasons: ['shallow'], count: 2 }))).toEqual(['count']);
    expect(paths(fish({ decision: 'sell', reasons: ['small', 'shallow'], count: 2 }))).toEqual(['count']);
    const first = '0190a0a0-0000-7000-8000-000000000999';
    expect(paths(fish({ first }))).toEqual(['became']);
    expect(paths(fish({ first, became: 'no' }))).toEqual([]);
    expect(paths(fish({ decision: 'sell', gone: true }))).toEqual([]);
  });

  test('of several reasons the first in the manager’s order counts', () => {
    expect(mainReason(['ground', 'shallow'], scheme)!.id).toBe('shallow');
    expect(mainReason(['small', 'ground'], scheme)!.id).toBe('ground');
    const turned = { ...scheme, reasons: [...scheme.reasons].reverse() };
    expect(mainReason(['ground', 'shallow'], turned)!.id).toBe('ground');
    expect(mainReason([], scheme)).toBeNull();
  });

  test('deformities stand before all and sizes after, unless the scheme puts them elsewhere; a word may change, an id not stand twice', () => {
    expect(scheme.reasons[0]!.group).toBe('deformity');
    expect(scheme.reasons.slice(-2).map((r) => r.id)).toEqual(['small', 'large']);
    expect(wholeScheme(scheme)).toEqual(scheme);
    expect(
      selectionScheme.safeParse({ ...scheme, reasons: [scheme.reasons[0], scheme.reasons[0]] }).error!.issues[0]!.path,
    ).toEqual(['reasons', 1, 'id']);
  });
});

test('totals: every fish once, whatever was taken back; reasons by the first that counts', () => {
  const all = [
    fish({ decision: 'keep', tag: 'A1' }),
    fish({ decision: 'keep', bowl: 2 }),
    fish({ decision: 'sell', reasons: ['ground', 'shallow'] }),
    fish({ decision: 'sell', reasons: ['small'], count: 12, bowl: 3 }),
    fish({ decision: 'cull', reasons: ['deformity:fins', 'deformity:tail'] }),
    fish({ decision: 'undecided' }),
    fish({ decision: 'sell', reasons: ['shallow'], gone: true }),
  ];
  const t = totalsOf(all, scheme);
  expect(t).toMatchObject({
    all: 17,
    judged: 5,
    by: { keep: 2, second: 0, sell: 13, cull: 1, undecided: 1 },
    bowls: 3,
    followed: 1,
    deformed: 1,
    deformities: { 'deformity:fins': 1, 'deformity:tail': 1 },
  });
  expect(t.reasons.map((r) => [r.reason.id, r.n])).toEqual([
    ['small', 12],
    ['shallow', 1],
    ['deformity:tail', 1],
  ]);
  expect(Object.values(t.by).reduce((s, n) => s + n, 0)).toBe(t.all);
  expect(totalsOf([], scheme)).toMatchObject({ all: 0, reasons: [] });
});

describe('what the next bowls have to give', () => {
  test('said before the first bowl, on the way, when it is reached, and when it cannot be', () => {
    expect(goalAhead(40, 0, 0, 400)).toMatchObject({ wanted: 0.1, soFar: null, is: 'begin' });
    expect(goalAhead(40, 40, 300, 100)).toMatchObject({ wanted: 0, is: 'reached' });
    expect(goalAhead(40, 10, 390, 10).is).toBe('outOfReach');
    expect(goalAhead(40, 30, 100, 300).is).toBe('stricter');
    expect(goalAhead(200, 2, 100, 300).is).toBe('milder');
    expect(goalAhead(40, 10, 100, 300).is).toBe('asPlanned');
    expect(goalAhead(0, 0, 0, 0)).toMatchObject({ wanted: null, is: 'reached' });
  });

  test('the number that comes lies in its interval 93 to 97 times of 100', () => {
    const chance = new Chance(11);
    for (const [p, looked, left] of [
      [0.15, 120, 280],
      [0.3, 60, 400],
      [0.5, 40, 60],
    ] as const) {
      let held = 0;
      const of = 2000;
      for (let i = 0; i < of; i++) {
        // The share itself is not known: drawn anew about p, as another tank's would be.
        const share = Math.min(0.98, Math.max(0.02, chance.normal(p, 0.08)));
        const some = (n: number) => Array.from({ length: n }, () => chance.next() < share).filter(Boolean).length;
        const kept = some(looked);
        const total = kept + some(left);
        const { comes } = goalAhead(1000, kept, looked, left);
        if (total >= comes!.low && total <= comes!.high) held += 1;
      }
      expect(held / of).toBeGreaterThan(0.93);
      expect(held / of).toBeLessThan(0.97);
    }
  });
});

describe('the range in which fish compete', () => {
  test('holds the most, against trying every range by hand; of two alike that of the larger fish', () => {
    const chance = new Chance(3);
    for (let i = 0; i < 200; i++) {
      const mm = Array.from({ length: chance.whole(1, 40) }, () => Math.round(chance.between(20, 90)));
      const ratio = chance.between(1.05, 2);
      const best = competitiveRange(mm, ratio)!;
      const most = Math.max(...mm.map((from) => mm.filter((v) => v >= from && v <= from * ratio * (1 + 1e-12)).length));
      expect(best.inside).toBe(most);
      expect(best.toMm / best.fromMm).toBeLessThanOrEqual(ratio * (1 + 1e-9));
      expect(best.small + best.inside + best.large).toBe(mm.length);
    }
    expect(competitiveRange([10, 11, 50, 52], 1.2)).toMatchObject({ fromMm: 50, toMm: 52, small: 2, large: 0 });
    expect(competitiveRange([30], 1.5)).toEqual({ fromMm: 30, toMm: 30, inside: 1, small: 0, large: 0 });
    expect(competitiveRange([], 1.5)).toBeNull();
  });
});

describe('whether early signs foretold it', () => {
  const look = (became: boolean, ...signs: string[]) => ({ strain: 'A', type: 'plain', signs, became });
  const many = (n: number, of: () => ReturnType<typeof look>) => Array.from({ length: n }, of);

  test('the worked example of Newcombe 1998, table II: 56 of 70 with it, 48 of 80 without', () => {
    const looks = [
      ...many(56, () => look(true, 'fins')),
      ...many(14, () => look(false, 'fins')),
      ...many(48, () => look(true)),
      ...many(32, () => look(false)),
    ];
    const [s] = signsForetold(looks);
    expect(s).toMatchObject({
      sign: 'fins',
      with: { became: 56, of: 70 },
      without: { became: 48, of: 80 },
      is: 'foretells',
    });
    expect([s!.difference, s!.low, s!.high].map((v) => Number(v.toFixed(4)))).toEqual([0.2, 0.0524, 0.3339]);
  });

  test('a sign that all have, or few, says nothing; one that tells the contrary is named so', () => {
    expect(signsForetold(many(20, () => look(true, 'fins')))[0]!.is).toBe('open');
    expect(signsForetold([look(true, 'fins'), look(false)])[0]!.is).toBe('open');
    const contrary = [...many(30, () => look(false, 'fins')), ...many(30, () => look(true))];
    expect(signsForetold(contrary)[0]!.is).toBe('foretellsNot');
    expect(signsForetold([])).toEqual([]);
  });

  test('odds are learned by strain and type, as select.gamble takes them', () => {
    const odds = oddsOf([
      ...many(6, () => look(true)),
      ...many(16, () => look(false)),
      { strain: 'B', type: 'plain', signs: [], became: true },
    ]);
    expect(odds[0]).toMatchObject({ strain: 'A', type: 'plain', became: 6, of: 22, alpha: 7, beta: 17 });
    expect(odds[0]!.share).toBeCloseTo(7 / 24, 12);
    expect(odds[0]!.low).toBeLessThan(odds[0]!.share);
    expect(odds[1]).toMatchObject({ strain: 'B', alpha: 2, beta: 1 });
  });
});

test('fates are summed; a mass or a price only where every line has one', () => {
  const line = (more: object) => ({
    fate: 'sold' as const,
    number: 10,
    massG: null,
    receiver: '',
    priceEach: null,
    method: '',
    ...more,
  });
  expect(
    fateTotals([line({ massG: 50, priceEach: 2 }), line({ number: 5, priceEach: 3 }), line({ fate: 'food' })]),
  ).toEqual([
    { fate: 'sold', number: 15, massG: null, price: 35, lines: 2 },
    { fate: 'food', number: 10, massG: null, price: null, lines: 1 },
  ]);
  expect(fateTotals([])).toEqual([]);
});

test('of several bets at least one: by hand for two even odds, nothing for none, nearly sure for many', () => {
  // Uniform odds: of two none comes with 1/3.
  expect(atLeastOne({ alpha: 1, beta: 1 }, 2)).toBeCloseTo(2 / 3, 12);
  expect(atLeastOne({ alpha: 7, beta: 17 }, 0)).toBe(0);
  // Known odds of a third: as the binomial has it.
  expect(atLeastOne({ alpha: 1e7, beta: 2e7 }, 3)).toBeCloseTo(1 - (2 / 3) ** 3, 5);
});

describe('whether a type keeps pace', () => {
  const of = (type: string, ...mm: number[]) => mm.map((lengthMm) => ({ type, lengthMm }));

  test('a difference by hand, with Welch’s interval; too few of a type tell nothing', () => {
    const a = of('plain', 20, 22, 24, 26, 28);
    const b = of('metallic', 21, 21, 22, 22, 23, 23);
    const [metallic, plain] = sizesByType([...a, ...b, ...of('marked', 90), { type: 'plain', lengthMm: null }]);
    expect(metallic).toMatchObject({ type: 'metallic', n: 6, meanMm: 22 });
    expect(plain!.n).toBe(5);
    const only = sizesByType([...a, ...b]);
    // Means 24 and 22; variances of the means 2 and 0.8/6; 4.63 degrees of freedom, t = 2.633.
    expect(only.find((t) => t.type === 'plain')!.apart!.mm).toBeCloseTo(2, 12);
    expect(only.find((t) => t.type === 'plain')!.apart!.high).toBeCloseTo(2 + 2.633 * Math.sqrt(2 + 0.8 / 6), 1);
    expect(sizesByType(of('plain', 20, 21, 22))[0]!.apart).toBeNull();
    expect(sizesByType([])).toEqual([]);
  });

  test('its interval holds the truth 94 to 96 times of 100, also of unequal spreads and numbers', () => {
    const chance = new Chance(6);
    let held = 0;
    const runs = 4000;
    for (let k = 0; k < runs; k++) {
      const fish = [
        ...Array.from({ length: 8 }, () => ({ type: 'a', lengthMm: chance.normal(50, 9) })),
        ...Array.from({ length: 25 }, () => ({ type: 'b', lengthMm: chance.normal(46, 4) })),
      ];
      const { apart } = sizesByType(fish).find((t) => t.type === 'a')!;
      if (apart!.low <= 4 && apart!.high >= 4) held += 1;
    }
    expect(held / runs).toBeGreaterThan(0.94);
    expect(held / runs).toBeLessThan(0.96);
  });
});
