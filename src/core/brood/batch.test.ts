import { noneOf, waiting } from './batch';
import { type FateRules, type FateTotals, fateRules, quotaBroken, wrongPath } from './fateRules';

const n = (female: number, male: number, unknown = 0) => ({ female, male, unknown });

describe('what of a batch still waits', () => {
  test('by sex, and beyond it out of those not sexed when they came', () => {
    expect(waiting(n(10, 8, 5), n(4, 8))).toEqual(n(6, 0, 5));
    expect(waiting(n(10, 8, 5), n(12, 9))).toEqual(n(0, 0, 2));
  });
  test('more than came in is no batch', () => {
    expect(waiting(n(10, 8, 5), n(13, 11))).toBeNull();
    expect(waiting(n(1, 1), n(0, 0, 1))).toBeNull();
    expect(waiting(noneOf(), noneOf())).toEqual(noneOf());
  });
});

describe('quotas and paths', () => {
  const rules: FateRules = fateRules.parse({
    quotas: [
      { what: 'held', sex: 'female', most: 40 },
      { what: 'food', most: 100 },
      { what: 'returned', least: 200 },
    ],
    paths: { wild: ['kept', 'returned', 'laboratory'] },
  });
  const totals: FateTotals = { held: n(38, 20, 3), fates: { food: n(60, 39, 1) } };

  test('the one that would be gone beyond is named, with what stands', () => {
    expect(quotaBroken(rules, totals, 'held', n(2, 50))).toBeNull();
    expect(quotaBroken(rules, totals, 'held', n(3, 0))).toMatchObject({ stands: 38, adds: 3 });
    expect(quotaBroken(rules, totals, 'food', n(0, 0, 1))).toMatchObject({ stands: 100, adds: 1 });
    expect(quotaBroken(rules, totals, 'returned', n(500, 0))).toBeNull();
    // Nothing is added: what stands beyond a quota from before is no reason to stop other work.
    expect(quotaBroken(rules, { held: n(50, 0), fates: {} }, 'held', n(0, 1))).toBeNull();
  });
  test('a wild fish does not go to food; any may die; captive ones are not bound', () => {
    expect(wrongPath(rules, 'wild', 'food')).toEqual(['kept', 'returned', 'laboratory']);
    expect(wrongPath(rules, 'wild', 'died')).toBeNull();
    expect(wrongPath(rules, 'wild', 'returned')).toBeNull();
    expect(wrongPath(rules, 'captive', 'food')).toBeNull();
  });
  test('a quota without a number, or with its ends crossed, is refused', () => {
    expect(fateRules.safeParse({ quotas: [{ what: 'held' }] }).success).toBe(false);
    expect(fateRules.safeParse({ quotas: [{ what: 'held', least: 5, most: 4 }] }).success).toBe(false);
  });
});
