import { Chance } from '../chance';
import { drawSample, mostAffected } from './drawSample';

const draws = (wanted: number, ...numbers: number[]) =>
  drawSample(
    wanted,
    numbers.map((number, id) => ({ id, number })),
  ).map((d) => d.draw);

test('by how many stand in each, together what is wanted, one at least from each', () => {
  expect(draws(60, 5000, 10_000, 15_000)).toEqual([10, 20, 30]);
  expect(draws(60, 100_000, 10)).toEqual([59, 1]);
  expect(draws(10, 1000, 1000, 1000)).toHaveLength(3);
  expect(draws(10, 1000, 1000, 1000).reduce((a, b) => a + b)).toBe(10);
});

test('an empty tank gives none, a small one no more than it holds, a sample of more than all is all', () => {
  expect(draws(30, 0, 500)).toEqual([0, 30]);
  expect(draws(100, 3, 20)).toEqual([3, 20]);
  // Fewer than there are tanks: not each can be looked at.
  expect(draws(2, 10, 10, 10).filter((d) => d > 0)).toHaveLength(2);
  expect(draws(0, 10)).toEqual([0]);
});

test('of random tanks it is always what was wanted, and within what stands there', () => {
  const chance = new Chance(3);
  for (let k = 0; k < 300; k++) {
    const numbers = Array.from({ length: chance.whole(1, 9) }, () => chance.whole(0, 400));
    const wanted = chance.whole(0, 300);
    const got = draws(wanted, ...numbers);
    expect(got.reduce((a, b) => a + b, 0)).toBe(
      Math.min(
        wanted,
        numbers.reduce((a, b) => a + b, 0),
      ),
    );
    for (const [i, d] of got.entries()) expect(d).toBeLessThanOrEqual(numbers[i]!);
  }
});

test('sixty without a finding: fewer than five of a hundred, with a perfect test; a poor test says less', () => {
  expect(mostAffected(59, 1, 0.95)).toBeCloseTo(0.0495, 3);
  expect(mostAffected(60, 0.5, 0.95)).toBeCloseTo(1 - 0.05 ** (1 / 30), 12);
  expect(mostAffected(0, 1, 0.95)).toBe(1);
});
