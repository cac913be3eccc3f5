import fc from 'fast-check';
import { compareCount, largestRemainder, mixComposition, survivalOf } from './arithmetic';

test('whole parts add up to the whole, none further than one from its share', () => {
  fc.assert(
    fc.property(
      fc.nat(1_000_000),
      fc.array(fc.integer({ min: 0, max: 1000 }), { minLength: 1, maxLength: 20 }),
      (total, shares) => {
        const parts = largestRemainder(total, shares);
        const sum = shares.reduce((s, v) => s + v, 0);
        expect(parts.reduce((s, v) => s + v, 0)).toBe(sum === 0 ? 0 : total);
        parts.forEach((p, i) => {
          expect(Number.isInteger(p) && p >= 0).toBe(true);
          if (sum > 0) expect(Math.abs(p - (total * shares[i]!) / sum)).toBeLessThan(1);
        });
      },
    ),
  );
});

test('count against books: agreement up to 1.96 spreads; without any doubt only the same number agrees', () => {
  expect(compareCount({ number: 1000, sd: 30 }, { number: 1097, sd: 40 })).toMatchObject({
    difference: 97,
    z: 1.94,
    agree: true,
  });
  expect(compareCount({ number: 1000, sd: 30 }, { number: 1099, sd: 40 }).agree).toBe(false);
  expect(compareCount({ number: 10, sd: 0 }, { number: 10, sd: 0 }).agree).toBe(true);
  expect(compareCount({ number: 10, sd: 0 }, { number: 11, sd: 0 }).agree).toBe(false);
  expect(compareCount({ number: 1000, sd: 30 }, { number: 900, sd: 0 }).combined).toMatchObject({ number: 900, sd: 0 });
});

test('survival: shared error cancels, none left gives nothing', () => {
  const shared = survivalOf({ number: 1000, sd: 100 }, { number: 800, sd: 80 }, 8000);
  expect(shared.survival).toBe(0.8);
  expect(shared.high - shared.low).toBeCloseTo(0, 6);
  expect(survivalOf({ number: 1000, sd: 100 }, { number: 0, sd: 0 })).toMatchObject({ survival: 0, low: 0, high: 0 });
});

test('a mixture’s parents by the numbers that made it; parts without parents count as unknown', () => {
  expect(
    mixComposition([
      { number: 300, composition: { a: 0.5, b: 0.5 } },
      { number: 100, composition: { c: 1 } },
    ]),
  ).toEqual({ a: 0.375, b: 0.375, c: 0.25 });
  expect(
    mixComposition([
      { number: 300, composition: { a: 1 } },
      { number: 100, composition: {} },
    ]),
  ).toEqual({ a: 0.75, unknown: 0.25 });
});
