import { run } from '../calculation';
import { Chance } from '../chance';
import { calculation as bars, bestBars, gridOf } from './bars';
import { gradeSizes } from './grader';
import { measuredSizes } from './sizes';

describe('where to set the bars', () => {
  const sizes = () => {
    const chance = new Chance(21);
    return measuredSizes([
      ...Array.from({ length: 150 }, () => chance.normal(26, 3)),
      ...Array.from({ length: 30 }, () => chance.normal(42, 4)),
    ]);
  };
  /** All sets, one after the other, through the grader itself. */
  const bruteForce = (gaps: readonly number[], score: (b: number[]) => number | null) => {
    let best: { bars: number[]; score: number } | null = null;
    for (const [i, a] of gaps.entries())
      for (const b of gaps.slice(i + 1)) {
        const s = score([a, b]);
        if (s !== null && (!best || s < best.score - 1e-12)) best = { bars: [a, b], score: s };
      }
    return best!;
  };
  const g = { widthPerLength: 0.14, selectivityMm: 0.3 };
  const gaps = gridOf(2.8, 6, 0.2);

  test('of wanted shares, of wanted lengths, of fewest eaten: what trying all by hand finds', () => {
    const s = sizes();
    const wanted = [0.3, 0.5, 0.2];
    const shares = bestBars(s, 1000, gaps, g, { kind: 'shares', shares: wanted })!;
    const byShares = bruteForce(gaps, (b) =>
      gradeSizes(s, { bars: b, ...g }).reduce((a, c, k) => a + (c.share - wanted[k]!) ** 2, 0),
    );
    expect(shares.bars).toEqual(byShares.bars);
    expect(shares.score).toBeCloseTo(byShares.score, 9);
    const atMm = [24, 36];
    const lengths = bestBars(s, 1000, gaps, g, { kind: 'sizes', atMm })!;
    const byLengths = bruteForce(gaps, (b) => {
      let wrong = 0;
      for (const mm of s.mm) {
        const k = mm < 24 ? 0 : mm < 36 ? 1 : 2;
        const one = gradeSizes({ mm: [mm], share: [1] }, { bars: b, ...g });
        wrong += (1 - one[k]!.share) / s.mm.length;
      }
      return wrong;
    });
    expect(lengths.bars).toEqual(byLengths.bars);
    expect(lengths.score).toBeCloseTo(byLengths.score, 9);
    const eaten = bestBars(s, 1000, gaps, g, { kind: 'eaten', classes: 3, gapeRatio: 0.7, eatenPerDay: 1 })!;
    const byEaten = bruteForce(gaps, (b) => {
      let sum = 0;
      for (let k = 0; k < 3; k++) {
        const share = s.mm.map(
          (mm, i) => s.share[i]! * gradeSizes({ mm: [mm], share: [1] }, { bars: b, ...g })[k]!.share,
        );
        const all = share.reduce((a, x) => a + x, 0);
        let pairs = 0;
        for (const [i, a] of s.mm.entries())
          for (const [j, c] of s.mm.entries()) if (c <= 0.7 * a) pairs += share[i]! * share[j]!;
        sum += 1000 * all * (pairs / all ** 2);
      }
      return sum;
    });
    expect(eaten.bars).toEqual(byEaten.bars);
    expect(eaten.score).toBeCloseTo(byEaten.score, 6);
    expect(eaten.tried).toBe((gaps.length * (gaps.length - 1)) / 2);
  });

  test('within what the tanks bear, or said that nothing is', () => {
    const s = sizes();
    const free = bestBars(s, 1000, gaps, g, { kind: 'shares', shares: [1, 1, 1] })!;
    const tight = bestBars(s, 1000, gaps, g, { kind: 'shares', shares: [1, 1, 1] }, [200, null, null])!;
    expect(free.shares[0]).toBeGreaterThan(0.2);
    expect(tight.shares[0]).toBeLessThanOrEqual(0.2);
    expect(tight.allowed).toBeLessThan(tight.tried);
    // By what each class weighs: of small ones more fit than of large ones, by hand for every set that was allowed.
    const bears = (mm3: number) => 12_000_000 / mm3;
    const byMass = bestBars(s, 1000, gaps, g, { kind: 'shares', shares: [1, 1, 1] }, [bears, bears, bears])!;
    expect(byMass.allowed).toBeLessThan(byMass.tried);
    for (const [c, part] of gradeSizes(s, { ...g, bars: byMass.bars }).entries())
      expect([c, 1000 * part.share <= bears(part.meanCubedMm3) * (1 + 1e-9)]).toEqual([c, true]);
    const input = {
      lengths: { meanMm: 27, cv: 0.2 },
      number: 1000,
      ...g,
      gapsMm: [3, 4, 5],
      goal: { kind: 'shares', shares: [1, 1] },
    };
    expect(() => run(bars, { ...input, most: [10, 10] })).toThrow(/most: no set of bars/);
    expect(() => run(bars, { ...input, most: [10] })).toThrow(/most: needs one for each of the 2/);
    expect(() => run(bars, { ...input, gapsMm: [3], goal: { kind: 'shares', shares: [1, 1, 1] } })).toThrow(
      /3 classes want 2/,
    );
    expect(() =>
      run(bars, {
        ...input,
        gapsMm: undefined,
        fromMm: 3,
        toMm: 6,
        stepMm: 0.001,
        goal: { kind: 'eaten', classes: 4, gapeRatio: 0.7 },
      }),
    ).toThrow(/fewer gaps/);
    expect(run(bars, input)).toMatchObject({ proven: true, tried: 3, allowed: 3 });
  });
});
