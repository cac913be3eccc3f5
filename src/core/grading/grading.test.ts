import { run } from '../calculation';
import { Chance } from '../chance';
import { normalCdf } from '../distributions';
import { eatenAfter } from './afterCut';
import { calculation as cannibals, pairShareMeasured, pairShareNormal, pairShareSd, pairShareSizes } from './cannibals';
import { cvInterval, calculation as fit, fitLengths } from './fit';
import { gradeNormal, gradeSizes, kept } from './grader';
import { learnGrader } from './learn';
import { cvOf, meanOf, measuredSizes, mixedSizes, normalSizes } from './sizes';
import { calculation as split, splitBy } from './split';
import { farOut, spreadAhead } from './spread';
import { thirdBehind, waiting } from './waiting';

const DAY = 86_400_000;
const grader = (over: Partial<Parameters<typeof gradeNormal>[2]> = {}) => ({
  bars: [3.5, 4.5],
  widthPerLength: 0.14,
  selectivityMm: 0,
  ...over,
});

describe('what a bar keeps', () => {
  test('a quarter at a quarter of its selectivity below the gap … three quarters as far above; sharp at nought', () => {
    expect(kept(3, 3, 0.4)).toBe(0.5);
    expect(kept(2.8, 3, 0.4)).toBeCloseTo(0.25, 12);
    expect(kept(3.2, 3, 0.4)).toBeCloseTo(0.75, 12);
    expect([kept(2.999, 3, 0), kept(3, 3, 0)]).toEqual([0, 1]);
  });
});

describe('classes', () => {
  test('of a normal distribution with sharp bars in closed form', () => {
    const [a, b] = [(25 - 27) / 5.4, (32.142857142857146 - 27) / 5.4];
    const phi = (z: number) => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
    const [small, middle, large] = gradeNormal(27, 0.2, grader());
    expect(small!.share).toBeCloseTo(normalCdf(a), 12);
    expect(middle!.share).toBeCloseTo(normalCdf(b) - normalCdf(a), 12);
    expect(large!.share).toBeCloseTo(1 - normalCdf(b), 12);
    expect(small!.meanMm).toBeCloseTo(27 - (5.4 * phi(a)) / normalCdf(a), 9);
    expect(large!.meanMm).toBeCloseTo(27 + (5.4 * phi(b)) / (1 - normalCdf(b)), 9);
  });

  test('with dull bars: the quadrature meets the sum over a million lengths, and the sharp one as it sharpens', () => {
    for (const selectivityMm of [0.05, 0.4, 1.5]) {
      const g = grader({ selectivityMm });
      const fine = gradeSizes(normalSizes(27, 0.2, 200_000), g);
      for (const [k, c] of gradeNormal(27, 0.2, g).entries()) {
        expect(c.share).toBeCloseTo(fine[k]!.share, 6);
        expect(c.meanMm!).toBeCloseTo(fine[k]!.meanMm!, 4);
        expect(c.cv!).toBeCloseTo(fine[k]!.cv!, 5);
      }
    }
    const sharp = gradeNormal(27, 0.2, grader());
    for (const [k, c] of gradeNormal(27, 0.2, grader({ selectivityMm: 1e-6 })).entries())
      expect(c.share).toBeCloseTo(sharp[k]!.share, 6);
  });

  test('sum to the whole, keep its mean and the cube of its lengths, whatever the bars', () => {
    for (const selectivityMm of [0, 0.3]) {
      const all = gradeNormal(27, 0.2, grader({ bars: [2.1, 3.3, 4.1, 6], selectivityMm }));
      expect(all.reduce((s, c) => s + c.share, 0)).toBeCloseTo(1, 9);
      expect(all.reduce((s, c) => s + c.share * (c.meanMm ?? 0), 0)).toBeCloseTo(27, 7);
      // E L³ = μ³ + 3 μ σ².
      expect(all.reduce((s, c) => s + c.share * c.meanCubedMm3, 0)).toBeCloseTo(27 ** 3 + 3 * 27 * 5.4 ** 2, 3);
    }
  });

  test('as a calculation: smallest first however the bars are given, measured lengths one by one, masses by Fulton', () => {
    const o = run(split, { lengthsMm: [10, 20, 30, 40], number: 4000, bars: [3.5, 2.1], widthPerLength: 0.1 });
    expect(o.classes.map((c) => [c.share, c.number, c.meanMm])).toEqual([
      [0.5, 2000, 15],
      [0.25, 1000, 30],
      [0.25, 1000, 40],
    ]);
    const m = run(split, {
      lengths: { meanMm: 50, cv: 1e-6 },
      number: 1000,
      bars: [3],
      widthPerLength: 0.1,
      condition: 1,
    });
    // 1000 of 50 mm at K = 1 are 1.25 g each.
    expect(m.classes[1]!.massKg).toBeCloseTo(1.25, 5);
    expect(m.classes[0]).toMatchObject({ number: 0, meanMm: null });
    expect(m.warnings).toEqual(['1 class stays empty with these bars']);
    const wrong = { lengths: { meanMm: 50, cv: 0.1 }, number: 9, widthPerLength: 0.1 };
    expect(() => run(split, { ...wrong, bars: [3, 3] })).toThrow(/bars: two bars of one gap/);
    expect(() => run(split, { ...wrong, bars: [] })).toThrow(/bars/);
    expect(() => run(split, { ...wrong, bars: [3], lengthsMm: [3] })).toThrow(/either lengths/);
    expect(() => run(split, { ...wrong, bars: [3], selectivity: 1 })).toThrow(
      /selectivity: is not a field.*selectivityMm/,
    );
  });

  test('numbers from a sample: 94 to 96.5 of 100 intervals hold what the grader made of the tank', () => {
    const chance = new Chance(7);
    const g = grader({ selectivityMm: 0.4 });
    const truth = gradeNormal(27, 0.2, g).map((c) => c.share * 50_000);
    const held = [0, 0, 0];
    const runs = 3000;
    for (let k = 0; k < runs; k++) {
      const lengthsMm = Array.from({ length: 150 }, () => chance.normal(27, 5.4));
      for (const [c, x] of splitBy({ lengthsMm }, 50_000, g).entries())
        if (x.low! <= truth[c]! && truth[c]! <= x.high!) held[c]! += 1;
    }
    for (const h of held) {
      expect(h / runs).toBeGreaterThan(0.94);
      expect(h / runs).toBeLessThan(0.965);
    }
  });

  test('all of a tank measured leaves no doubt of shares; that of the number stays', () => {
    const lengthsMm = [20, 22, 30, 40];
    expect(splitBy({ lengthsMm }, 4, grader())[0]).toMatchObject({ number: 2, low: 2, high: 2 });
    const [c] = splitBy({ lengthsMm }, 4, grader(), 0.4);
    expect(c!.high! / 2).toBeCloseTo(Math.exp(0.196), 3);
  });
});

describe('how sizes lie', () => {
  const draw = (chance: Chance, parts: readonly [number, number, number][]) =>
    parts.flatMap(([n, mean, sd]) => Array.from({ length: n }, () => chance.normal(mean, sd)));

  test('two groups are found where there are two, and none where there is one', () => {
    const two = fitLengths(
      draw(new Chance(3), [
        [360, 26, 3],
        [40, 45, 4],
      ]),
    );
    expect(two.components).toHaveLength(2);
    expect(two.components[0]).toMatchObject({ share: expect.closeTo(0.9, 1), meanMm: expect.closeTo(26, 0) });
    expect(two.components[1]!.meanMm).toBeGreaterThan(42);
    let alone = 0;
    for (let k = 0; k < 40; k++)
      if (fitLengths(draw(new Chance(100 + k), [[200, 30, 4]])).components.length === 1) alone += 1;
    expect(alone).toBeGreaterThanOrEqual(38);
  });

  test('drawn together the fit of thousands is that of all of them', () => {
    const list = draw(new Chance(5), [
      [1700, 26, 3],
      [300, 45, 4],
    ]);
    const f = fitLengths(list);
    expect(f.components).toHaveLength(2);
    expect(f.components[1]!.share).toBeCloseTo(0.15, 2);
    expect(meanOf(mixedSizes(f.components))).toBeCloseTo(list.reduce((a, x) => a + x, 0) / list.length, 2);
  });

  test('its spread: the interval holds the true one in 93 to 97 of 100 samples, of even lengths and of two groups', () => {
    for (const parts of [
      [[80, 30, 5]],
      [
        [80, 26, 3],
        [20, 40, 4],
      ],
    ] as [number, number, number][][]) {
      const chance = new Chance(11);
      const truth = cvOf(
        mixedSizes(parts.map(([n, meanMm, sdMm]) => ({ share: n / (parts.length > 1 ? 100 : 80), meanMm, sdMm }))),
      );
      let held = 0;
      for (let k = 0; k < 2000; k++) {
        const n = parts.length > 1 ? 100 : 80;
        const list = Array.from({ length: n }, () => {
          const [, mean, sd] = parts.length > 1 && chance.next() < 0.2 ? parts[1]! : parts[0]!;
          return chance.normal(mean, sd);
        });
        const c = cvInterval(list);
        if (c.low! <= truth && truth <= c.high!) held += 1;
      }
      expect(held / 2000).toBeGreaterThan(0.93);
      expect(held / 2000).toBeLessThan(0.975);
    }
  });

  test('masses are read as lengths by Fulton’s factor; all alike, two alone, both at once', () => {
    const o = run(fit, { massesG: [1.25, 1.25, 1.25], k: 1 });
    expect(o).toMatchObject({ meanMm: expect.closeTo(50, 9), cv: expect.closeTo(0, 12), cvLow: null });
    expect(o.warnings!.some((w) => /one length/.test(w))).toBe(true);
    expect(run(fit, { lengthsMm: [20, 30] })).toMatchObject({ n: 2, cvLow: null, components: [{ share: 1 }] });
    expect(() => run(fit, { lengthsMm: [20, 30], massesG: [1, 2], k: 1 })).toThrow(/either lengths or masses/);
    expect(() => run(fit, { massesG: [1, 2] })).toThrow(/k: is needed/);
    expect(() => run(fit, { lengthsMm: [20, -3] })).toThrow(/lengthsMm\[1\]/);
  });
});

describe('who can swallow whom', () => {
  test('of a normal distribution in closed form, and as a million pairs show', () => {
    expect(pairShareNormal(0.2, 0.7)).toBeCloseTo(normalCdf(-0.3 / (0.2 * Math.sqrt(1.49))), 12);
    const chance = new Chance(9);
    let eats = 0;
    for (let k = 0; k < 200_000; k++) if (chance.normal(1, 0.2) <= 0.7 * chance.normal(1, 0.2)) eats += 1;
    expect(eats / 200_000).toBeCloseTo(pairShareNormal(0.2, 0.7), 2);
    expect(pairShareSizes(normalSizes(27, 0.2, 1000), 0.7)).toBeCloseTo(pairShareNormal(0.2, 0.7), 3);
  });

  test('measured: over all ordered pairs of different animals, as counting them one by one', () => {
    const chance = new Chance(4);
    for (const gape of [0.5, 0.8, 1, 1.2]) {
      const mm = Array.from({ length: 60 }, () => Math.round(chance.normal(30, 9)));
      let pairs = 0;
      for (const [i, a] of mm.entries()) for (const [j, b] of mm.entries()) if (i !== j && b <= gape * a) pairs += 1;
      expect(pairShareMeasured(mm, gape)).toBeCloseTo(pairs / (60 * 59), 12);
    }
    expect(pairShareMeasured([10, 20, 40], 0.5)).toBe(3 / 6);
  });

  test('the jackknife’s interval holds the true share in 92 to 97 of 100 samples', () => {
    const chance = new Chance(13);
    const truth = pairShareNormal(0.25, 0.7);
    let held = 0;
    for (let k = 0; k < 1500; k++) {
      const mm = Array.from({ length: 120 }, () => chance.normal(30, 7.5));
      const half = 1.959964 * pairShareSd(mm, 0.7);
      if (Math.abs(pairShareMeasured(mm, 0.7) - truth) <= half) held += 1;
    }
    expect(held / 1500).toBeGreaterThan(0.92);
    expect(held / 1500).toBeLessThan(0.97);
  });

  test('eaten: a day, and over days of those that are left; never more than there are', () => {
    const o = run(cannibals, { lengthsMm: [10, 20, 40], gapeRatio: 0.5, number: 1000, eatenPerDay: 0.1, days: 2 });
    expect(o).toMatchObject({ pairShare: 0.5, lossPerDay: 50, loss: expect.closeTo(97.5, 9) });
    expect(run(cannibals, { meanMm: 20, cv: 0.3, gapeRatio: 1, number: 10, eatenPerDay: 100 }).lossPerDay).toBe(10);
    expect(() => run(cannibals, { meanMm: 20, gapeRatio: 0.7 })).toThrow(/either lengths|cv/);
    expect(() => run(cannibals, { meanMm: 20, cv: 0.2, gapeRatio: 0.7, number: 5 })).toThrow(/eatenPerDay/);
  });
});

describe('eaten after the cut', () => {
  test('no bar that parts leaves what there was; its deviation is that of leaving out one after the other', () => {
    const chance = new Chance(31);
    const mm = Array.from({ length: 40 }, () => chance.normal(30, 8)).sort((a, b) => a - b);
    const of = { number: 1000, gapeRatio: 0.7, eatenPerDay: 2 };
    const g = grader({ bars: [3.4, 5], selectivityMm: 0.5 });
    // All in one class: as they stand, but for pairs of a fish with itself, which no gape below one makes.
    const whole = eatenAfter(mm, grader({ bars: [0.01] }), of);
    expect(whole.value).toBeCloseTo(2000 * pairShareSizes(measuredSizes(mm), 0.7), 6);
    const plain = (list: readonly number[]) => {
      let sum = 0;
      for (let c = 0; c < 3; c++) {
        const s = list.map((x) => gradeSizes({ mm: [x], share: [1] }, g)[c]!.share);
        const all = s.reduce((a, x) => a + x, 0);
        let pairs = 0;
        for (const [i, a] of list.entries())
          for (const [j, b] of list.entries()) if (b <= 0.7 * a) pairs += s[i]! * s[j]!;
        sum += pairs / all / list.length;
      }
      return 2000 * sum;
    };
    const after = eatenAfter(mm, g, of);
    expect(after.value).toBeCloseTo(plain(mm), 6);
    const each = mm.map((_, i) => plain(mm.filter((_x, j) => j !== i)));
    const mean = each.reduce((a, x) => a + x, 0) / 40;
    expect(after.sd).toBeCloseTo(Math.sqrt((39 / 40) * each.reduce((a, x) => a + (x - mean) ** 2, 0)), 6);
    expect(after.byClass.reduce((a, x) => a + x, 0)).toBeCloseTo(after.value, 9);
    expect(after.value).toBeLessThan(whole.value);
  });

  test('waiting costs more each day, of those that are left; nothing where the spread does not rise and none fit', () => {
    const mm = [20, 22, 24, 26, 40, 50];
    const w = waiting(mm, { number: 1000, cv: 0.37, perDay: 0.01, gapeRatio: 0.6, eatenPerDay: 0.1 }, 7);
    expect(w).toHaveLength(8);
    expect(w[0]).toMatchObject({ day: 0, eatenSoFar: 0, eaten: 1000 * pairShareMeasured(mm, 0.6) * 0.1 });
    expect(w[7]!.eatenSoFar).toBeCloseTo(
      w.slice(0, 7).reduce((a, x) => a + x.eaten, 0),
      9,
    );
    expect(
      waiting([20, 21, 22], { number: 9, cv: 0.05, perDay: 0, gapeRatio: 0.5, eatenPerDay: 1 }, 3)[3]!.eatenSoFar,
    ).toBe(0);
  });
});

test('the smallest third lies behind by days of growth: by hand, and against a drawn sample; without growth nothing is said', () => {
  // A third of a normal distribution lies 1.0908 sd below: of a tenth and 8 g (cube root 2) that is 0.218 of it.
  expect(thirdBehind(0.1, 8, 0.02)).toBeCloseTo((1.0908 * 0.1 * 2) / 0.02, 2);
  const chance = new Chance(8);
  const mm = Array.from({ length: 30_000 }, () => chance.normal(50, 6)).sort((a, b) => a - b);
  const third = mm.slice(0, 10_000).reduce((s, x) => s + x, 0) / 10_000;
  // Lengths and cube roots of masses in one: a length of 50 stands for a root of 2.
  expect((2 * (50 - third)) / 50 / 0.02).toBeCloseTo(thirdBehind(0.12, 8, 0.02)!, 0);
  expect(thirdBehind(0.1, 8, 0)).toBeNull();
});

describe('what a grader does is learned from what its classes held', () => {
  test('body width and sharpness are found again', () => {
    const chance = new Chance(17);
    const sides: { below: number[]; above: number[] } = { below: [], above: [] };
    for (let k = 0; k < 20_000; k++) {
      const mm = chance.normal(26, 5);
      (chance.next() < kept(mm * 0.14, 3.5, 0.4) ? sides.above : sides.below).push(mm);
    }
    // A hundred measured of each side, each standing for all of its class.
    const learned = learnGrader({
      gapMm: 3.5,
      below: { lengthsMm: sides.below.slice(0, 300), number: sides.below.length },
      above: { lengthsMm: sides.above.slice(0, 300), number: sides.above.length },
    });
    expect(Math.abs(learned.widthPerLength - 0.14)).toBeLessThan(3 * learned.widthSd);
    expect(learned.widthPerLength).toBeCloseTo(0.14, 2);
    expect(learned.selectivityMm).toBeGreaterThan(0.25);
    expect(learned.selectivityMm).toBeLessThan(0.6);
  });

  test('nothing on both sides is sharp, within what the lengths leave open; classes mixed up are refused', () => {
    const sharp = learnGrader({
      gapMm: 3,
      below: { lengthsMm: [18, 19], number: 10 },
      above: { lengthsMm: [21, 25], number: 10 },
    });
    expect(sharp).toMatchObject({ sharp: true, selectivityMm: 0, halfMm: 20, widthPerLength: 0.15 });
    expect(() =>
      learnGrader({
        gapMm: 3,
        below: { lengthsMm: [25, 26, 21], number: 10 },
        above: { lengthsMm: [18, 19, 22], number: 10 },
      }),
    ).toThrow(/mixed up/);
  });
});

describe('how spread rises', () => {
  const seen = (list: readonly [number, number, number][]) =>
    list.map(([day, cv, sd]) => ({ at: day * DAY, cv, sd, n: 60 }));
  const assumed = { perDay: 0.004, sd: 0.002 };

  test('a line through its samples; the day when it passes the mark lies in its interval', () => {
    const a = spreadAhead(
      seen([
        [0, 0.12, 0.008],
        [5, 0.145, 0.008],
        [10, 0.17, 0.008],
      ]),
      10 * DAY,
      0.2,
      assumed,
    )!;
    expect(a).toMatchObject({ from: 'seen', perDay: expect.closeTo(0.005, 9), now: expect.closeTo(0.17, 9) });
    expect(a.passes!.at! / DAY).toBeCloseTo(16, 6);
    expect(a.passes!.low!).toBeLessThan(a.passes!.at!);
    expect(a.passes!.high === null || a.passes!.high > a.passes!.at!).toBe(true);
  });

  test('one sample is carried on as assumed; beyond the mark it is now; falling it never passes; none says nothing', () => {
    const one = spreadAhead(seen([[0, 0.15, 0.01]]), 5 * DAY, 0.2, assumed)!;
    expect(one).toMatchObject({ from: 'assumed', now: expect.closeTo(0.17, 9) });
    expect(one.passes!.at! / DAY).toBeCloseTo(12.5, 6);
    expect(spreadAhead(seen([[0, 0.25, 0.01]]), 0, 0.2, assumed)!.passes!.at).toBe(0);
    expect(
      spreadAhead(
        seen([
          [0, 0.2, 0.001],
          [9, 0.1, 0.001],
        ]),
        9 * DAY,
        0.3,
        assumed,
      )!.passes!.at,
    ).toBeNull();
    expect(spreadAhead([], 0, 0.2, assumed)).toBeNull();
  });

  test('shooters and runts by the middle length', () => {
    expect(farOut([10, 20, 20, 20, 40], { shooter: 1.6, runt: 0.6 })).toEqual({
      middleMm: 20,
      shooters: 0.2,
      runts: 0.2,
    });
    expect(farOut([], { shooter: 2, runt: 0.5 })).toEqual({ middleMm: null, shooters: 0, runts: 0 });
  });
});
