import { Chance } from '../chance';
import { returnShare } from './returns';

test('exact ends where the number released is known: 10 of 1 000', () => {
  // Exact ends of 10 in 1 000: 0.48 % to 1.83 %.
  const r = returnShare({ number: 1000, sd: 0 }, 10)!;
  expect([r.share, r.low, r.high].map((x) => Math.round(1e5 * x))).toEqual([1000, 481, 1831]);
});

test('none of a hundred is not nothing: up to the rule of three, with one-sided room', () => {
  const r = returnShare({ number: 100, sd: 0 }, 0)!;
  expect(r).toMatchObject({ share: 0, low: 0 });
  expect(r.high).toBeCloseTo(1 - 0.025 ** (1 / 100), 9);
});

test('looking at a quarter of the run makes four of each that was seen, and the doubt with it', () => {
  const all = returnShare({ number: 1000, sd: 0 }, 10)!;
  const part = returnShare({ number: 4000, sd: 0 }, 10, 0.25)!;
  expect(part).toEqual(all);
  const wide = returnShare({ number: 1000, sd: 100 }, 10)!;
  expect(wide.low).toBeLessThan(all.low);
  expect(wide.high).toBeGreaterThan(all.high);
});

test('nobody marked, or more than were marked: nothing is told', () => {
  expect(returnShare({ number: 0, sd: 0 }, 0)).toBeNull();
  expect(returnShare({ number: 100, sd: 5 }, 101)).toBeNull();
  expect(returnShare({ number: 100, sd: 0 }, 100)).toMatchObject({ share: 1, high: 1 });
});

test.each([
  [1000, 0, 0.01],
  [8000, 400, 0.004],
  [500, 50, 0.05],
])('of %d marked, known to within %d, the true share lies within the ends 95 times of 100', (marked, sd, share) => {
  const chance = new Chance(17);
  const runs = 3000;
  let held = 0;
  for (let k = 0; k < runs; k++) {
    const truth = chance.normal(marked, sd);
    const r = returnShare({ number: marked, sd }, chance.poisson(truth * share))!;
    if (r.low <= share && share <= r.high) held++;
  }
  // Exact ends hold at least what they promise.
  expect(held / runs).toBeGreaterThan(0.94);
  expect(held / runs).toBeLessThan(0.99);
});
