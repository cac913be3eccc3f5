import { Chance } from '../chance';
import type { DeathShape } from './deaths';
import { whiteningParts } from './deaths';
import { ownShape, type SeenParts, seenParts, type WatchedUnit } from './ownDeaths';

const DAY = 86_400_000;
const WAY = 80;
const progress = (t: number) => t / (WAY * DAY);
const shipped: DeathShape = {
  base: 0.04,
  early: { share: 0.03, at: 0.03, sd: 0.02 },
  blanks: { share: 0.1, at: null, sd: 0.02 },
  hatch: { share: 0.02, at: 0.97, sd: 0.015 },
  handling: { share: 0.004, days: 2 },
};
const shock = [{ at: 44 * DAY, kind: 'shock' as const, weight: 1 }];

/** A unit that dies by a shape of its own, picked each day of [from, to]. */
function unit(truth: DeathShape, seed: number, from = 0, to = 79, eggs = 20_000, events = shock): WatchedUnit {
  const chance = new Chance(seed);
  const rounds = [];
  for (let d = from + 1; d <= to; d++) {
    const e = whiteningParts(truth, progress, events, (d - 1) * DAY, d * DAY);
    const mean = eggs * (e.base + e.early + e.blanks + e.hatch + e.handling);
    rounds.push({ at: d * DAY, picked: chance.poisson(mean) });
  }
  return { eggs, laidAt: from * DAY, events, rounds };
}
const truth: DeathShape = {
  base: 0.02,
  early: { ...shipped.early, share: 0.09 },
  blanks: { ...shipped.blanks, share: 0.22 },
  hatch: { ...shipped.hatch, share: 0.05 },
  handling: { ...shipped.handling, share: 0.004 },
};

test('a lot watched from its first day to hatch tells its shares, though others are shipped', () => {
  const seen = seenParts(shipped, progress, [unit(truth, 1), unit(truth, 2)]);
  expect(seen.early).toBeCloseTo(0.09, 2);
  expect(seen.blanks).toBeCloseTo(0.22, 1);
  expect(seen.base!).toBeGreaterThan(0.015);
  expect(seen.base!).toBeLessThan(0.045);
  expect(Math.abs(seen.hatch! - 0.05)).toBeLessThan(0.015);
});

test('what was not watched is not learned: arrived eyed, never shocked, lost before hatch', () => {
  expect(seenParts(shipped, progress, [unit(truth, 3, 40)])).toMatchObject({ early: null, blanks: expect.any(Number) });
  expect(seenParts(shipped, progress, [unit(truth, 4, 0, 79, 20_000, [])])).toMatchObject({
    blanks: null,
    handling: null,
  });
  expect(seenParts(shipped, progress, [unit(truth, 5, 0, 60)])).toMatchObject({
    hatch: null,
    early: expect.any(Number),
  });
  expect(seenParts(shipped, progress, [])).toEqual({
    base: null,
    early: null,
    blanks: null,
    hatch: null,
    handling: null,
  });
});

test('no dead at all are a share of none, not of nothing known', () => {
  const none = { ...unit(truth, 6), rounds: unit(truth, 6).rounds.map((r) => ({ ...r, picked: 0 })) };
  expect(seenParts(shipped, progress, [none])).toMatchObject({ early: 0, base: 0 });
});

test('two own lots weigh as much as the shipped shares, ten nearly alone; a part nobody saw stays as shipped', () => {
  const lot = (early: number | null): SeenParts => ({ base: 0.04, early, blanks: null, hatch: 0.02, handling: null });
  expect(ownShape(shipped, [])).toEqual(shipped);
  expect(ownShape(shipped, [lot(0.09), lot(0.09)]).early.share).toBeCloseTo(0.06, 6);
  const ten = ownShape(
    shipped,
    Array.from({ length: 10 }, () => lot(0.09)),
  );
  expect(ten.early.share).toBeCloseTo(0.08, 6);
  expect(ten.early.at).toBe(shipped.early.at);
  expect(ten.blanks).toEqual(shipped.blanks);
  expect(ownShape(shipped, [lot(null), lot(0.09)]).early.share).toBeCloseTo((0.06 + 0.09) / 3, 6);
});
