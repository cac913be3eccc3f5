import { Chance } from '../chance';
import { type ClassBooks, harvestClasses, massAbove } from './harvestClasses';

const books: ClassBooks = {
  number: 10_000,
  sd: 200,
  meanG: 50,
  cv: 0.2,
  leastG: null,
  fromG: [60, 40],
  bySex: [],
};
const numbers = (b: ClassBooks) => harvestClasses(b).map((c) => Math.round(c.all.number));
const masses = (b: ClassBooks) => harvestClasses(b).reduce((s, c) => s + c.all.massKg, 0);

test('a standard deviation either side of the mean holds 68.27 of a hundred; nothing is lost between the classes', () => {
  expect(harvestClasses(books).map((c) => [c.fromG, c.toG])).toEqual([
    [null, 40],
    [40, 60],
    [60, null],
  ]);
  // Φ(1) = 0.841345 in the tables.
  expect(numbers(books)).toEqual([1587, 6827, 1587]);
  expect(masses(books)).toBeCloseTo(500, 6);
  expect(harvestClasses(books)[1]!.all.sd).toBeCloseTo(200 * 0.6827, 1);
  expect(harvestClasses(books)[1]!.female).toBeNull();
});

test('where only the large are taken, no class lies below; one bound twice is one class', () => {
  const large = { ...books, leastG: 50, fromG: [60, 60, 40] };
  expect(harvestClasses(large).map((c) => [c.fromG, c.toG])).toEqual([
    [50, 60],
    [60, null],
  ]);
  expect(numbers(large)).toEqual([3413, 1587]);
});

test('by sex: the share of the sample, each as large as it is to the other now that they have grown', () => {
  const [below, above] = harvestClasses({
    ...books,
    fromG: [50],
    // 30 females of 20 g, 10 males of 40 g: on the mean 25 g; since then they doubled.
    bySex: [
      { sex: 'female', number: 30, massG: 600 },
      { sex: 'male', number: 10, massG: 400 },
    ],
  });
  // Females now 40 g, males 80 g: one sd and a quarter, one and seven eighths from the bound.
  expect(below!.female!.number).toBeCloseTo(7500 * 0.89435, 0);
  expect(above!.male!.number).toBeCloseTo(2500 * 0.9696, 0);
  expect(below!.all.massKg + above!.all.massKg).toBeCloseTo(500, 6);
  expect(below!.all.number + above!.all.number).toBeCloseTo(10_000, 6);
  // 0.75 · 200 of the books, 10 000 · √(0.75 · 0.25 / 40) of the sample.
  const whole = harvestClasses({
    ...books,
    fromG: [],
    bySex: [
      { sex: 'female', number: 30, massG: 600 },
      { sex: 'male', number: 10, massG: 400 },
    ],
  });
  expect(whole).toHaveLength(1);
  expect(whole[0]!.female!.sd).toBeCloseTo(Math.hypot(150, 10_000 * Math.sqrt(0.1875 / 40)), 6);
  expect(whole[0]!.all).toMatchObject({ number: expect.closeTo(10_000, 6), sd: expect.closeTo(200, 6) });
});

test('where all weigh the same they stand on one side of a bound, or half of them at it', () => {
  expect(numbers({ ...books, cv: 0, fromG: [40] })).toEqual([0, 10_000]);
  expect(numbers({ ...books, cv: 0, fromG: [50] })).toEqual([5000, 5000]);
  expect(masses({ ...books, cv: 0, fromG: [50] })).toBeCloseTo(500, 3);
});

test('what was never weighed has no classes, unless the sample by sex was; nothing wished is nothing told', () => {
  const sampled = {
    ...books,
    meanG: null,
    bySex: [
      { sex: 'female' as const, number: 5, massG: 250 },
      { sex: 'male' as const, number: 5, massG: 250 },
    ],
  };
  expect(harvestClasses({ ...books, meanG: null })).toEqual([]);
  expect(harvestClasses({ ...books, fromG: [] })).toEqual([]);
  expect(masses(sampled)).toBeCloseTo(500, 6);
});

test('the mass above a bound is that of drawn animals', () => {
  const chance = new Chance(11);
  let sum = 0;
  const n = 200_000;
  for (let k = 0; k < n; k++) {
    const g = 50 + 10 * chance.normal();
    if (g >= 55) sum += g;
  }
  expect(massAbove(50, 0.2, 55)).toBeCloseTo(sum / n, 1);
  expect(massAbove(50, 0.2, Number.NEGATIVE_INFINITY)).toBe(50);
  expect(massAbove(50, 0.2, Number.POSITIVE_INFINITY)).toBe(0);
});
