import { plannedFeed } from './plannedFeed';
import { rationPlan } from './rationPlan';

const values = { tgc: 1.2, tgcCv: 0.1, conversion: 1, warmth: { low: 2, high: 18 }, mostUnionisedMgPerL: 0.02 };
const span = { days: 10, startG: 1, endG: 2, startN: 1000, endN: 1000 };

test('a share of their mass: 3 % a day of what grows from 1 to 2 kg is 3 % of the mean of the days, 432 g', () => {
  const plan = rationPlan.parse({ method: 'percent', percentPerDay: 3 });
  const asked = plannedFeed(plan, values, null, span, () => 10)!;
  // The mean of 2^x over a day each: (2 - 1) / ln 2 = 1.443 kg, by ten steps.
  expect(asked / 10 / 30).toBeCloseTo(1 / Math.log(2), 2);
});

test('half days count half; a method that needs the water cannot be told where it was not read', () => {
  const fixed = rationPlan.parse({ method: 'fixed', fixedG: 40 });
  expect(plannedFeed(fixed, values, null, { ...span, days: 2.5 }, () => null)).toBeCloseTo(100, 9);
  const growth = rationPlan.parse({ method: 'growth' });
  expect(plannedFeed(growth, values, null, span, (k) => (k === 3 ? null : 10))).toBeNull();
  // Growth at a conversion of one asks for about what they gained by the formula: 3 m^(2/3) tgc T / 1000 a day.
  const one = plannedFeed(growth, values, null, { ...span, days: 1, endG: 1 }, () => 10)!;
  expect(one).toBeCloseTo(1000 * ((1 + 0.012) ** 3 - 1), 6);
});

test('too cold asks for nothing', () => {
  const plan = rationPlan.parse({ method: 'percent', percentPerDay: 3 });
  expect(plannedFeed(plan, values, null, span, () => 1)).toBe(0);
});
