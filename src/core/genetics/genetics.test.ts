import { drawnPedigree } from '../../../tests/support/pedigree';
import { errorOf } from '../../../tests/support/refusedInput';
import { run } from '../calculation';
import { effectiveSize, effectiveSizeOf, equalNumbers, retain } from './effectiveSize';
import { inbreeding, kinshipAmong, relationshipTable } from './kinship';
import { kinship } from './kinshipCalculation';
import { type Animal, completeness, pedigreeOf } from './pedigree';

const of = (animals: Animal[], among?: string[]) => run(kinship, { animals, ...(among ? { among } : {}) });

describe('kinship of known relatives', () => {
  const family: Animal[] = [
    { id: 's' },
    { id: 'd' },
    { id: 'd2' },
    { id: 'full1', sire: 's', dam: 'd' },
    { id: 'full2', sire: 's', dam: 'd' },
    { id: 'half', sire: 's', dam: 'd2' },
  ];
  const between = (a: string, b: string, animals = family) => {
    const r = of(animals, [a, b]);
    return r.kinship[0]![1]!;
  };

  test('parent and full sibs 1/4, half sibs 1/8, strangers none, oneself 1/2', () => {
    expect(between('s', 'full1')).toBe(0.25);
    expect(between('full1', 'full2')).toBe(0.25);
    expect(between('full1', 'half')).toBe(0.125);
    expect(between('s', 'd')).toBe(0);
    expect(of(family, ['half']).kinship).toEqual([[0.5]]);
  });

  test('first cousins 1/16, and their offspring is inbred by it', () => {
    const cousins: Animal[] = [
      ...family,
      { id: 'm1' },
      { id: 'm2' },
      { id: 'c1', sire: 'full1', dam: 'm1' },
      { id: 'c2', sire: 'm2', dam: 'full2' },
      { id: 'child', sire: 'c1', dam: 'c2' },
    ];
    expect(between('c1', 'c2', cousins)).toBe(1 / 16);
    expect(of(cousins).inbreeding.child).toBe(1 / 16);
  });

  test('backcross to one sire again and again: 0, 1/4, 3/8, 7/16 … towards a half', () => {
    const animals: Animal[] = [{ id: 's' }, { id: 'x0' }];
    for (let k = 1; k <= 8; k++) animals.push({ id: `x${k}`, sire: 's', dam: `x${k - 1}` });
    const { inbreeding: F } = of(animals);
    for (let k = 1; k <= 8; k++) expect(F[`x${k}`]).toBeCloseTo(0.5 - 0.5 ** k, 12);
  });

  test('brother and sister for generations: F = (1 + 2 F₁ + F₂) / 4, the generations before it', () => {
    const animals: Animal[] = [{ id: 'a0' }, { id: 'b0' }];
    for (let g = 1; g <= 12; g++)
      for (const x of ['a', 'b']) animals.push({ id: `${x}${g}`, sire: `a${g - 1}`, dam: `b${g - 1}` });
    const { inbreeding: F } = of(animals);
    expect([F.a1, F.a2, F.a3]).toEqual([0, 0.25, 0.375]);
    for (let g = 3; g <= 12; g++) expect(F[`a${g}`]).toBeCloseTo((1 + 2 * F[`a${g - 1}`]! + F[`a${g - 2}`]!) / 4, 12);
  });

  test('a parent that is named but not listed is one founder to all its offspring; one not named is a stranger', () => {
    const r = of([{ id: 'a', sire: 'unlisted' }, { id: 'b', sire: 'unlisted' }, { id: 'c' }, { id: 'e' }]);
    expect(r.order).toEqual(['a', 'b', 'c', 'e']);
    expect(r.kinship[0]).toEqual([0.5, 0.125, 0, 0]);
    expect(r.kinship[2]![3]).toBe(0);
    expect(r.warnings?.join()).toMatch(/unrelated founders/);
  });
});

describe('some of many, without the table', () => {
  const animals = drawnPedigree(9, 24, 5);
  const p = pedigreeOf(animals);
  const n = p.ids.length;
  const table = relationshipTable(p);

  test('inbreeding is that of the tabular method', () => {
    const F = inbreeding(p);
    let highest = 0;
    for (let i = 0; i < n; i++) {
      expect(F[i]).toBeCloseTo(table[i * n + i]! - 1, 10);
      highest = Math.max(highest, F[i]!);
    }
    expect(highest).toBeGreaterThan(0.1);
  });

  test('so is kinship among any of them, whatever their order', () => {
    const among = [n - 1, 3, 100, n - 30, 50];
    const rows = kinshipAmong(p, inbreeding(p), among);
    among.forEach((a, i) => {
      among.forEach((b, j) => {
        expect(rows[i]![j]).toBeCloseTo(0.5 * table[a * n + b]!, 10);
      });
    });
  });

  test('the order in which animals are listed plays no part', () => {
    const reversed = of([...animals].reverse(), ['g8-0', 'g8-1', 'g2-4']);
    const straight = of(animals, ['g8-0', 'g8-1', 'g2-4']);
    reversed.kinship.flat().forEach((k, i) => {
      expect(k).toBeCloseTo(straight.kinship.flat()[i]!, 12);
    });
  });

  test('5 000 animals, and a line of 5 000 generations, are held', () => {
    const many = drawnPedigree(20, 250, 40);
    const r = of(
      many,
      Array.from({ length: 20 }, (_, k) => `g19-${k}`),
    );
    expect(r.kinship).toHaveLength(20);
    expect(Object.keys(r.inbreeding)).toHaveLength(5000);
    const line: Animal[] = [{ id: '0' }];
    for (let k = 1; k < 5000; k++) line.unshift({ id: String(k), dam: String(k - 1) });
    expect(of(line, ['4999', '0']).kinship[0]![1]).toBeCloseTo(0.5 ** 5000, 12);
  });
});

describe('a pedigree that cannot be', () => {
  test('an animal listed twice, one that is sire and dam, one of the unknown', () => {
    expect(errorOf(() => of([{ id: 'a' }, { id: 'a' }]))).toMatchObject({ path: 'animals[1].id' });
    const both = errorOf(() => of([{ id: 'a' }, { id: 'b', sire: 'a' }, { id: 'c', dam: 'a' }]));
    expect(both.message).toMatch(/a is a sire and a dam/);
    expect(errorOf(() => of([{ id: 'a' }], ['z'])).message).toMatch(/z is not in the pedigree/);
  });

  test('a circle is told with the names of those in it, and of no others', () => {
    const round = errorOf(() =>
      of([
        { id: 'outside', dam: 'x' },
        { id: 'x', dam: 'y' },
        { id: 'y', dam: 'z' },
        { id: 'z', dam: 'x', sire: 'father' },
      ]),
    );
    expect(round.message).toMatch(/own ancestors/);
    for (const name of ['x', 'y', 'z']) expect(round.message).toMatch(new RegExp(`\\b${name}\\b`));
    expect(round.message).not.toMatch(/outside|father/);
    expect(errorOf(() => of([{ id: 'a', sire: 'a' }])).message).toMatch(/a is named as its own parent/);
  });
});

test('completeness: none, one parent, both, and grandparents on one side, over four generations', () => {
  const p = pedigreeOf([{ id: 'none' }, { id: 'one', sire: 'none' }, { id: 'two', sire: 'one', dam: 'mother' }]);
  const share = (id: string) => completeness(p, p.at.get(id)!);
  expect(share('none')).toBe(0);
  expect(share('one')).toBeCloseTo(0.5 / 4, 12);
  // Both parents, one of four grandparents.
  expect(share('two')).toBeCloseTo((1 + 0.25) / 4, 12);
});

describe('effective size', () => {
  test('4 Nm Nf / (Nm + Nf), and the same from equal contributions', () => {
    expect(run(effectiveSize, { males: 10, females: 10 })).toEqual({
      effectiveSize: 20,
      inbreedingPerGeneration: 0.025,
    });
    expect(run(effectiveSize, { males: 2, females: 100 }).effectiveSize).toBeCloseTo(7.8431, 4);
    expect(effectiveSizeOf([5, 5], Array(100).fill(1))).toBeCloseTo(7.8431, 4);
  });

  test('one that gave most counts for most: less than the equal number', () => {
    const { effectiveSize: ne } = run(effectiveSize, { contributions: { males: [90, 5, 5], females: [1, 1, 1] } });
    // Males: (0.45² + 2 · 0.025²) = 0.20375; females 3 · (1/6)² = 0.08333.
    expect(ne).toBeCloseTo(1 / (0.20375 + 1 / 12), 6);
    expect(errorOf(() => run(effectiveSize, { contributions: { males: [0], females: [1] } })).path).toBe(
      'contributions.males',
    );
    expect(errorOf(() => run(effectiveSize, { males: 3 })).path).toBe('contributions');
  });
});

describe('future brood', () => {
  test('equal shares; those that have less give all, the others take up what is missing', () => {
    expect(equalNumbers([300, 40, 220], 300)).toEqual([130, 40, 130]);
    expect(equalNumbers([10, 10, 10], 10)).toEqual([4, 3, 3]);
    expect(equalNumbers([1, 5, 9], 8)).toEqual([1, 3, 4]);
    expect(equalNumbers([5, 5], 100)).toEqual([5, 5]);
    expect(equalNumbers([0, 7], 3)).toEqual([0, 3]);
  });

  test('whatever there is, no family is more than one above another that has more left', () => {
    for (let seed = 1; seed < 200; seed++) {
      const available = Array.from({ length: 1 + (seed % 7) }, (_, k) => (seed * (k + 3) * 37) % 23);
      const target = (seed * 13) % 60;
      const kept = equalNumbers(available, target);
      const all = available.reduce((s, n) => s + n, 0);
      expect(kept.reduce((s, n) => s + n, 0)).toBe(Math.min(target, all));
      kept.forEach((k, i) => {
        expect(k).toBeLessThanOrEqual(available[i]!);
        kept.forEach((other, j) => {
          if (available[j]! > other) expect(k).toBeLessThanOrEqual(other + 1);
        });
      });
    }
  });

  test('the effective size it keeps: two for each of equal families, and what falls short is named', () => {
    const equal = run(retain, { families: ['a', 'b', 'c'].map((id) => ({ id, available: 50 })), target: 90 });
    // Two a family of full sibs without end; thirty of each are a little less: 6 / (1 + 1/30).
    expect(equal.effectiveSize).toBeCloseTo(6 / (1 + 1 / 30), 10);
    expect(run(retain, { families: [{ id: 'a', available: 1 }], target: 1 }).effectiveSize).toBeCloseTo(1, 10);
    expect(
      errorOf(() =>
        run(retain, {
          families: [
            { id: 'a', available: 5 },
            { id: 'a', available: 5 },
          ],
          target: 4,
        }),
      ).path,
    ).toBe('families[1].id');
    const short = run(retain, {
      families: [
        { id: 'a', available: 100 },
        { id: 'b', available: 5 },
      ],
      target: 200,
    });
    expect(short.total).toBe(105);
    expect(short.warnings!.join(' ')).toMatch(/95 fewer than wanted.*equal share of 100: b/);
    expect(errorOf(() => run(retain, { families: [{ id: 'a', available: 0 }], target: 1 })).path).toBe('families');
  });
});
