import fc from 'fast-check';
import { run } from '../calculation';
import { condition, conditionFactor, specific, thermal } from './growth';

const mass = fc.double({ min: 0.01, max: 5000, noNaN: true });

test('a fish of 10 g and 100 mm has a condition of 1; grams typed for kilograms are noticed', () => {
  expect(conditionFactor(10, 100)).toBeCloseTo(1, 12);
  expect(run(condition, { massG: 10_000, lengthMm: 100 }).warnings?.join()).toMatch(/grams and millimetres/);
});

test('doubling in ten days is 6.93 % a day', () => {
  expect(run(specific, { startG: 1, endG: 2, days: 10 }).percentPerDay).toBeCloseTo(100 * (Math.LN2 / 10), 10);
});

test('growing twice as long at one rate compounds: W₀ → W₁ → W₂ keeps the ratio', () => {
  fc.assert(
    fc.property(mass, fc.double({ min: 1.01, max: 5, noNaN: true }), (w, times) => {
      const one = run(specific, { startG: w, endG: w * times, days: 7 }).percentPerDay;
      const two = run(specific, { startG: w, endG: w * times * times, days: 14 }).percentPerDay;
      expect(two).toBeCloseTo(one, 8);
    }),
  );
});

test('cube roots: from 1 g to 8 g over 500 degree-days is a coefficient of 2, and back again', () => {
  expect(run(thermal, { startG: 1, endG: 8, degreeDays: 500 }).tgc).toBeCloseTo(2, 12);
  expect(run(thermal, { startG: 1, tgc: 2, degreeDays: 500 }).endG).toBeCloseTo(8, 12);
  fc.assert(
    fc.property(mass, mass, fc.double({ min: 1, max: 4000, noNaN: true }), (startG, endG, degreeDays) => {
      const { tgc } = run(thermal, { startG, endG, degreeDays });
      expect(run(thermal, { startG, tgc, degreeDays }).endG / endG).toBeCloseTo(1, 6);
    }),
  );
});

test('neither end nor coefficient, both, or a shrinking to nothing is refused at its field', () => {
  expect(() => run(thermal, { startG: 1, degreeDays: 100 })).toThrow(/endG/);
  expect(() => run(thermal, { startG: 1, endG: 2, tgc: 1, degreeDays: 100 })).toThrow(/tgc/);
  expect(() => run(thermal, { startG: 1, tgc: -20, degreeDays: 100 })).toThrow(/nothing is left/);
});
