import { run } from '../calculation';
import { calculation as gamble } from './gamble';

const bet = {
  priceNow: 15,
  priceLater: 120,
  chance: { alpha: 7, beta: 17 },
  keepCostPerMonth: 1.2,
  survival: 0.92,
  months: 6,
};

test('0.92 · 7/24 · 120 − 1.2 · 6 = 25 against 15: keep; both are worth the same at a chance of 0.2011', () => {
  const o = run(gamble, bet);
  expect(o.worth).toBeCloseTo(0.92 * (7 / 24) * 120 - 7.2, 9);
  expect(o.better).toBe('keep');
  expect(o.breakEvenChance).toBeCloseTo(22.2 / 110.4, 9);
  expect(o.low).toBeLessThan(o.worth);
  expect(o.high).toBeGreaterThan(o.worth);
  // At the chance where it breaks even the worth is the price now.
  const c = o.breakEvenChance;
  const even = run(gamble, { ...bet, chance: { alpha: 1e6 * c, beta: 1e6 * (1 - c) } });
  expect(even.worth).toBeCloseTo(15, 6);
});

test('a bet that no chance makes pay is sold, and said so', () => {
  const o = run(gamble, { ...bet, priceNow: 200 });
  expect(o).toMatchObject({ better: 'sell', keepPays: 0 });
  expect(o.warnings!.some((w) => /would not pay even if/.test(w))).toBe(true);
});

test('what cannot be is refused at its field', () => {
  expect(() => run(gamble, { ...bet, survival: 1.2 })).toThrow(/survival/);
  expect(() => run(gamble, { ...bet, chance: { alpha: 0, beta: 3 } })).toThrow(/chance.alpha/);
  expect(() => run(gamble, { ...bet, monthly: 3 })).toThrow(/monthly: is not a field/);
});
