import { run } from '../calculation';
import { calculation, firstDay, oddsOf, type PromiseLot } from './promise';

const lot = (more: Partial<PromiseLot> = {}): PromiseLot => ({
  id: 'A',
  number: 10_000,
  sd: 0,
  meanG: 10,
  meanCv: 0,
  spreadCv: 0.2,
  risePerDay: 0,
  riseCv: 0,
  deadPerDay: 0,
  ...more,
});

test('without any doubt it is there or it is not: half of the fish are above their mean', () => {
  expect(oddsOf([lot()], 4999, 10, 0).chance).toBe(1);
  expect(oddsOf([lot()], 5001, 10, 0).chance).toBe(0);
  const o = oddsOf([lot()], 1, 10, 0);
  expect([o.low, o.middle, o.high].map(Math.round)).toEqual([5000, 5000, 5000]);
});

test('they grow into it by the cube root, and die out of it', () => {
  // From 8 g to 27 g: the root goes from 2 to 3, a hundredth a day in a hundred days.
  const grows = lot({ meanG: 8, risePerDay: 0.01 });
  expect(Math.round(oddsOf([grows], 1, 27, 100).middle)).toBe(5000);
  expect(firstDay([grows], 5000, 27, 0.9)).toBe(100);
  expect(firstDay([grows], 5000, 27, 0.9, 90)).toBeNull();
  const dies = oddsOf([lot({ deadPerDay: 0.01 })], 1, 10, 100);
  expect(dies.middle).toBeGreaterThan(1500);
  expect(dies.middle).toBeLessThan(2200);
  expect(dies.low).toBeLessThan(dies.middle);
});

test('a number known to its doubt is met as often as that says', () => {
  // Two of the three standard deviations below: 97.7 of 100; at the mean half.
  const o = (number: number) => oddsOf([lot({ sd: 500, meanG: 100 })], number, 1, 0).chance;
  expect(o(9000)).toBeCloseTo(0.977, 1);
  expect(o(10_000)).toBeGreaterThan(0.45);
  expect(o(10_000)).toBeLessThan(0.55);
});

test('several lots serve together; nothing at all serves nothing; the same question has one answer', () => {
  expect(oddsOf([lot(), lot({ id: 'B' })], 9999, 10, 0).chance).toBe(1);
  expect(run(calculation, { number: 5, leastG: 1, days: 3, lots: [] })).toMatchObject({
    of100: 0,
    warnings: ['nothing stands that could serve it'],
  });
  const asked = [lot({ sd: 900, riseCv: 0.2, risePerDay: 0.004 })];
  expect(oddsOf(asked, 7000, 11, 20)).toEqual(oddsOf(asked, 7000, 11, 20));
});

test.each([
  [{ number: 0, leastG: 1, days: 1, lots: [] }],
  [{ number: 5, leastG: 0, days: 1, lots: [] }],
  [{ number: 5, leastG: 1, days: -1, lots: [] }],
  [{ number: 5, leastG: 1, days: 1, lots: [{ id: 'A', number: 5, meanG: 1, risePerDay: 0, deadPerDay: 2 }] }],
  [{ number: 5, leastG: 1, days: 1, lots: [], price: 3 }],
])('what cannot be is refused: %j', (input) => {
  expect(() => run(calculation, input as never)).toThrow();
});
