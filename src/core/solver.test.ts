import { Chance } from './chance';
import { cheapest, type Program, readySolver } from './solver';

beforeAll(readySolver);

/** Pieces of given worth and weight, each taken or not, as much worth as a sack bears. */
const sack = (worth: readonly number[], weight: readonly number[], bears: number, whole = true): Program => ({
  cost: worth.map((w) => -w),
  most: worth.map(() => 1),
  whole: worth.map(() => whole),
  rows: [{ terms: weight.map((w, j) => [j, w] as const), high: bears }],
});

test('whole choices are the best of all that can be tried, and proven so', () => {
  const chance = new Chance(7);
  for (let k = 0; k < 40; k++) {
    const n = chance.whole(1, 9);
    const worth = Array.from({ length: n }, () => chance.whole(1, 50));
    const weight = Array.from({ length: n }, () => chance.whole(1, 30));
    const bears = chance.whole(5, 80);
    let best = 0;
    for (let set = 0; set < 2 ** n; set++) {
      const taken = worth.flatMap((_, j) => ((set >> j) & 1 ? [j] : []));
      if (taken.reduce((s, j) => s + weight[j]!, 0) <= bears)
        best = Math.max(
          best,
          taken.reduce((s, j) => s + worth[j]!, 0),
        );
    }
    const found = cheapest(sack(worth, weight, bears), 30)!;
    expect(found.cost).toBeCloseTo(-best, 6);
    expect(found.bound).toBeCloseTo(-best, 6);
    for (const x of found.values) expect(Math.abs(x - Math.round(x))).toBeLessThan(1e-6);
  }
});

test('parts may be taken where nothing must be whole: the densest first, the last of them in part', () => {
  const found = cheapest(sack([60, 100, 120], [10, 20, 30], 50, false), 30)!;
  // Dantzig 1957: 10 and 20 whole, two thirds of 30.
  expect(found.values[2]).toBeCloseTo(2 / 3, 6);
  expect(found.cost).toBeCloseTo(-240, 6);
  expect(found.bound).toBe(found.cost);
});

test('rows bind from below, from above, and to one value', () => {
  const found = cheapest(
    {
      cost: [1, 2, 5],
      most: [10, 10, 10],
      whole: [true, true, true],
      rows: [
        {
          terms: [
            [0, 1],
            [1, 1],
            [2, 1],
          ],
          low: 12,
          high: 12,
        },
        { terms: [[0, 1]], high: 7 },
        { terms: [[2, 1]], low: 1 },
      ],
    },
    30,
  )!;
  expect(found.values.map(Math.round)).toEqual([7, 4, 1]);
  expect(found.cost).toBeCloseTo(7 + 8 + 5, 6);
});

test('what cannot be is null, and no number', () => {
  const p = sack([1, 1], [1, 1], 2);
  expect(cheapest({ ...p, rows: [...p.rows, { terms: [[0, 1]], low: 2 }] }, 30)).toBeNull();
});

test('begun from what is known it finds nothing worse, and never says that less is possible than is', () => {
  const worth = [9, 8, 7, 6, 5];
  const known = [1, 0, 0, 0, 0];
  const found = cheapest(sack(worth, [5, 4, 3, 2, 1], 9), 30, known)!;
  expect(found.cost).toBeLessThanOrEqual(-9);
  expect(found.bound).toBeLessThanOrEqual(found.cost);
});

test('a program without rows takes all that pays', () => {
  const found = cheapest({ cost: [-2, 3], most: [4, 4], whole: [true, true], rows: [] }, 30)!;
  expect(found.values.map(Math.round)).toEqual([4, 0]);
});
