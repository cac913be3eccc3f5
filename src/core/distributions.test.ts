import {
  betaCdf,
  chiSquareQuantile,
  chiSquareUpper,
  normalQuantile,
  studentQuantile,
  studentTwoSided,
} from './distributions';
import { Z95 } from './quantities/interval';

// Percentage points as every table of the t and chi-square distributions prints them.
test.each([
  [1, 12.706],
  [2, 4.303],
  [3, 3.182],
  [5, 2.571],
  [10, 2.228],
  [30, 2.042],
  [120, 1.98],
])('t, 97.5 %% point with %i degrees of freedom: %f', (df, t) => {
  expect(studentQuantile(0.975, df)).toBeCloseTo(t, 3);
  expect(studentTwoSided(studentQuantile(0.975, df), df)).toBeCloseTo(0.05, 6);
});

test('with endless degrees of freedom t is the normal', () => {
  expect(studentQuantile(0.975, Number.POSITIVE_INFINITY)).toBeCloseTo(Z95, 8);
  expect(normalQuantile(0.5)).toBeCloseTo(0, 8);
  expect(normalQuantile(0.995)).toBeCloseTo(2.5758, 4);
});

test.each([
  [1, 3.841],
  [2, 5.991],
  [5, 11.07],
  [10, 18.307],
  [30, 43.773],
])('chi-square, 95 %% point with %i degrees of freedom: %f', (df, x) => {
  expect(chiSquareQuantile(0.95, df)).toBeCloseTo(x, 3);
  expect(chiSquareUpper(x, df)).toBeCloseTo(0.05, 4);
});

test('chi-square without freedom excludes nothing', () => {
  expect(chiSquareUpper(7, 0)).toBe(1);
});

test('beta in closed form: Beta(1, 1) is x, Beta(2, 1) is x², Beta(1, 3) is 1 − (1 − x)³', () => {
  for (const x of [0.1, 0.37, 0.9]) {
    expect(betaCdf(x, 1, 1)).toBeCloseTo(x, 10);
    expect(betaCdf(x, 2, 1)).toBeCloseTo(x * x, 10);
    expect(betaCdf(x, 1, 3)).toBeCloseTo(1 - (1 - x) ** 3, 10);
  }
  expect(betaCdf(-1, 2, 2)).toBe(0);
  expect(betaCdf(2, 2, 2)).toBe(1);
});
