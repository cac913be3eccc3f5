import { eggsPerGByDiameter, yieldOf } from './yieldOf';

test('eggs in a gram by diameter: a sphere of 2 mm holds 4.19 µL', () => {
  expect(eggsPerGByDiameter(2)).toBeCloseTo(1000 / (4.18879 * 1.07), 2);
});

test('what she gave against what her mass promises', () => {
  const promise = { expected: 60_000, low: 20_000, high: 100_000 };
  const perG = { mean: 85, sd: null };
  expect(yieldOf(700, promise, perG)).toMatchObject({ eggs: 59_500, state: 'usual' });
  expect(yieldOf(700, promise, perG).share).toBeCloseTo(59_500 / 60_000, 9);
  expect(yieldOf(200, promise, perG).state).toBe('low');
  expect(yieldOf(1400, promise, perG).state).toBe('high');
  // Where a gram holds an uncertain number of eggs, it takes more to be called unusual.
  expect(yieldOf(200, promise, { mean: 85, sd: 60 }).state).toBe('usual');
});
