import { run } from '../calculation';
import { calculation, traysLeft } from './next';

test('a few left is right, an empty tray raises, the more is left the less comes next', () => {
  const next = traysLeft.map((left) => run(calculation, { offeredG: 100, left }).nextG);
  expect(next[1]).toBe(100);
  for (let k = 1; k < next.length; k++) expect(next[k]!).toBeLessThan(next[k - 1]!);
});

test('by the hatchery’s own steps, within its bounds', () => {
  const rule = { none: 1.2, few: 1, tenth: 0.95, quarter: 0.7, more: 0.4 };
  expect(run(calculation, { offeredG: 80, left: 'none', rule })).toEqual({ nextG: 96 });
  expect(run(calculation, { offeredG: 80, left: 'none', rule, most: 90 })).toEqual({
    nextG: 90,
    warnings: ['held within its bounds'],
  });
  expect(run(calculation, { offeredG: 80, left: 'more', rule, least: 40 }).nextG).toBe(40);
});

test('bounds that cross, a rule with a hole, a word that no tray says: refused', () => {
  expect(() => run(calculation, { offeredG: 80, left: 'few', least: 9, most: 8 })).toThrow(/^least: /);
  expect(() => run(calculation, { offeredG: 80, left: 'few', rule: { none: 1 } })).toThrow(/^rule\./);
  expect(() => run(calculation, { offeredG: 80, left: 'half' })).toThrow(/^left: must be one of none, few/);
});
