import { run } from '../calculation';
import { calculation as fertileOrDead } from '../incubation/fertileOrDead';
import { calculation as skip } from '../incubation/skipping';
import { census, composition, survival } from './bookCalculations';
import { drift } from './drift';

test('a survival from a number that nearly anything may be ends at all of them', () => {
  const o = run(survival, { start: { number: 100, sd: 5 }, end: { number: 10, sd: 65 } });
  expect(o).toMatchObject({ low: 0, high: 1 });
  expect(o.warnings?.join()).toMatch(/between none and all/);
  const usual = run(survival, { start: { number: 61500, sd: 2100 }, end: { number: 48200, sd: 900 } });
  expect(usual.high).toBeCloseTo(usual.survival * Math.exp(1.959964 * Math.hypot(2100 / 61500, 900 / 48200)), 6);
});

test('what cannot be is refused at its field', () => {
  const two = { start: { number: 100, sd: 5 }, end: { number: 90, sd: 4 } };
  expect(() => run(survival, { ...two, covariance: 21 })).toThrow(/^covariance: /);
  expect(() => run(census, { book: { number: 10, sd: 0 }, count: { number: 12, sd: 0 } })).toThrow(/^count\.sd: /);
  expect(run(census, { book: { number: 10, sd: 0 }, count: { number: 10, sd: 0 } })).toMatchObject({
    z: 0,
    agree: true,
  });
  expect(() => run(composition, { parts: [{ number: 0, composition: { a: 1 } }] })).toThrow(/^parts: /);
  const counts = [1, 2, 3, 4].map(() => ({
    books: { number: 1000, sd: 10 },
    count: { number: 800, sd: 10 },
    exposure: 150,
  }));
  expect(() => run(drift, { censuses: counts })).toThrow(/^censuses\[0\]\.exposure: /);
});

test('fungus ends where the eggs do; without their number a long spread is asked for it', () => {
  const spread = { whites: 50, newPerDay: 10, lie: 'depth', celsius: 25, days: 14 };
  expect(() => run(skip, spread)).toThrow(/^eggs: needed/);
  const o = run(skip, { ...spread, eggs: 8000 });
  expect(o.ifSkipped.high).toBeLessThanOrEqual(8000);
  const cold = run(skip, { whites: 40, newPerDay: 12, lie: 'layer', celsius: 12, days: 2, eggs: 1e6 });
  // Rate four times and lag twice either way: more than the sixteenfold of the rate alone.
  expect(cold.ifSkipped.high / cold.ifSkipped.low).toBeGreaterThan(16);
});

test('parents and water may both be at fault', () => {
  const o = run(fertileOrDead, {
    fertilised: { successes: 50, trials: 100 },
    eyed: { successes: 15, trials: 100 },
    usualFertilised: 0.85,
    usualSurvival: 0.85,
  });
  expect(o.points).toBe('both');
});
