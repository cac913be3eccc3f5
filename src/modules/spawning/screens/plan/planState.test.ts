import type { BroodFish } from '@/modules/brood/views/brood';
import {
  afterGenerations,
  byLot,
  figuresOf,
  type Kinship,
  mayCross,
  moveCross,
  planSays,
  shareOf,
  toggleCross,
} from './planState';

const fish = (tag: string, sex: 'female' | 'male', more: Partial<BroodFish> = {}) =>
  ({ id: 1, tag, sex, strain: 'A', eggs: null, ...more }) as BroodFish;
const eggs = (expected: number) => ({ expected, low: 0, high: 2 * expected });
const females = [fish('F1', 'female', { eggs: eggs(3000) }), fish('F2', 'female', { eggs: eggs(1000) })];
const males = [fish('M1', 'male'), fish('M2', 'male'), fish('M3', 'male', { strain: 'B' })];
const matrix = [
  [0.5, 0, 0.25, 0.1, 0],
  [0, 0.5, 0.05, 0.15, 0],
  [0.25, 0.05, 0.5, 0, 0],
  [0.1, 0.15, 0, 0.5, 0],
  [0, 0, 0, 0, 0.5],
];
const k: Kinship = { matrix, completeness: [1, 1, 1, 0.2, 1], inbreeding: [0, 0, 0, 0, 0], pedigree: 5 };

test('eggs weigh the females, where they are known of all', () => {
  expect(shareOf(females)).toEqual([0.75, 0.25]);
  expect(shareOf([females[0]!, fish('F3', 'female')])).toEqual([0.5, 0.5]);
});

test('strains are held apart, also when crosses are drawn by lot', () => {
  expect(mayCross(females[0]!, males[2]!)).toBe(false);
  expect(mayCross(females[0]!, fish('M9', 'male', { strain: '' }))).toBe(true);
  expect(byLot(females, males, k)).toBeCloseTo(0.75 * 0.175 + 0.25 * 0.1, 12);
});

test('a cross dragged to another male; onto one she has already it stays', () => {
  const plan = [
    { female: 0, male: 0 },
    { female: 1, male: 0 },
    { female: 1, male: 1 },
  ];
  expect(moveCross(plan, { female: 0, male: 0 }, 1)[0]).toEqual({ female: 0, male: 1 });
  expect(moveCross(plan, { female: 1, male: 0 }, 1)).toEqual(plan);
  expect(toggleCross(plan, { female: 1, male: 0 })).toHaveLength(2);
  expect(toggleCross(plan, { female: 0, male: 1 })).toHaveLength(4);
});

test('near relatives, one male only, holes in the pedigree are said at once', () => {
  const plan = [
    { female: 0, male: 0 },
    { female: 1, male: 1 },
  ];
  const says = planSays(females, males, k, plan, figuresOf(females, males, k, plan)!).map((s) => s.text);
  expect(says[0]).toBe('Half sibs or nearer: F1 × M1, F2 × M2. Give them other mates.');
  expect(says.join(' ')).toContain('One male only: F1, F2.');
  expect(says.join(' ')).toContain('Of 1 of 5 less than half');
  expect(says.join(' ')).toContain('Few parents');
});

test('a male who fathers more than twice an equal share is named', () => {
  const three = [0, 1, 2, 3, 4, 5].map((i) => fish(`F${i}`, 'female'));
  const four = [0, 1, 2, 3].map((i) => fish(`M${i}`, 'male'));
  const none: Kinship = {
    matrix: Array.from({ length: 10 }, (_, i) => Array.from({ length: 10 }, (_, j) => (i === j ? 0.5 : 0))),
    completeness: Array.from({ length: 10 }, () => 1),
    inbreeding: [],
    pedigree: 10,
  };
  const plan = [...[0, 1, 2, 3].map((female) => ({ female, male: 0 })), { female: 4, male: 1 }, { female: 5, male: 2 }];
  const says = planSays(three, four, none, plan, figuresOf(three, four, none, plan)!);
  // Three males are used: twice an equal share is two thirds, and so is what he fathers.
  expect(says.some((s) => s.text.startsWith('Overused'))).toBe(false);
  const more = [...plan.slice(0, 5), { female: 5, male: 0 }, { female: 4, male: 2 }];
  expect(planSays(three, four, none, more, figuresOf(three, four, none, more)!)[0]!.text).toMatch(
    /^Overused: M0 fathers 83 %/,
  );
});

test('inbreeding over generations compounds', () => {
  expect(afterGenerations(0.01, 10)).toBeCloseTo(0.0956, 4);
});
