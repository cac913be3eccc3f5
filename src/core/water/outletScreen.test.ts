import { normalQuantile } from '../distributions';
import { thresholds } from '../thresholds';
import { daysToWider, judgeScreen, meshes, smallestWidth } from './outletScreen';

test('the smallest of a tank is one of a thousand, as wide as its length says', () => {
  expect(smallestWidth(100, 0)).toBeCloseTo(100 * thresholds.bodyWidth.value, 9);
  expect(smallestWidth(100, 0.12)).toBeCloseTo(100 * (1 - 3.0902 * 0.12) * thresholds.bodyWidth.value, 3);
  // So uneven that the smallest are nothing: no screen keeps them.
  expect(judgeScreen(100, 0.5, 1)).toMatchObject({ bestMm: null, is: 'escape' });
});

test('too wide and they escape, far too fine and it clogs, between it is good', () => {
  // 100 mm long and even: 11 mm wide; openings up to 8.8 mm keep them, 8 is had.
  expect(judgeScreen(100, 0, 8)).toEqual({ smallestMm: 11, bestMm: 8, is: 'good' });
  expect(judgeScreen(100, 0, 9).is).toBe('escape');
  expect(judgeScreen(100, 0, 3).is).toBe('fine');
  expect(judgeScreen(100, 0, 4).is).toBe('good');
  expect(judgeScreen(100, 0, null)).toMatchObject({ bestMm: 8, is: 'unknown' });
});

test('the next wider one is due when their smallest have grown to it', () => {
  const days = daysToWider(100, 0.1, 6, 10, 0.01)!;
  const grownG = (Math.cbrt(10) + 0.01 * days) ** 3;
  const grownMm = 100 * Math.cbrt(grownG / 10);
  expect(0.8 * smallestWidth(grownMm, 0.1)).toBeCloseTo(8, 9);
  expect(daysToWider(100, 0, 6, 10, 0.01)).toBe(0);
  expect(daysToWider(100, 0.1, 6, 10, 0)).toBeNull();
  expect(daysToWider(100, 0.1, meshes.at(-1)!, 10, 0.01)).toBeNull();
  expect(normalQuantile(0.001)).toBeCloseTo(-3.0902, 4);
});
