import { DAY_MS } from '../time/spans';
import { type Breathing, oxygenByMonth } from './oxygenByMonth';
import { fishUse } from './stillWater';

const now = Date.UTC(2031, 3, 14, 12);
const none = Array.from({ length: 12 }, () => null);
const tank = (over: Partial<Breathing> = {}): Breathing => ({
  number: 10_000,
  meanG: 20,
  tgc: null,
  celsius: 12,
  byMonth: none,
  ...over,
});
const months = (tanks: Breathing[], n = 3) => oxygenByMonth(tanks, now, 'Europe/Vienna', n);

test('fish that do not grow use what they use now, day by day; the first month is what is left of it', () => {
  // 200 kg at so many mg/kg an hour.
  const day = (200 * fishUse(20, 12) * 24) / 1e6;
  expect(months([tank()]).map((m) => [m.year, m.month, m.days])).toEqual([
    [2031, 3, 17],
    [2031, 4, 31],
    [2031, 5, 30],
  ]);
  for (const m of months([tank()])) {
    expect(m.kg).toBeCloseTo(day * m.days, 9);
    expect(m.unchangedKg).toBeCloseTo(m.kg, 9);
  }
});

test('fish that grow use more than they would unchanged, by the mass that thermal growth gives', () => {
  const [april] = months([tank({ tgc: 1 })]);
  let kg = 0;
  for (let d = 0; d < 17; d++) {
    const meanG = (Math.cbrt(20) + (1 * 12 * d) / 1000) ** 3;
    kg += ((10_000 * meanG) / 1000) * fishUse(meanG, 12) * 24 * 1e-6;
  }
  expect(april!.kg).toBeCloseTo(kg, 9);
  expect(april!.kg).toBeGreaterThan(april!.unchangedKg);
});

test('a month that was read a year ago has its own water; one that was not, today’s', () => {
  const byMonth = none.map((_, m) => (m === 5 ? 18 : null));
  const [, may, june] = months([tank({ byMonth })]);
  expect(june!.kg / 30).toBeCloseTo((200 * fishUse(20, 18) * 24) / 1e6, 9);
  expect(may!.kg / 31).toBeCloseTo((200 * fishUse(20, 12) * 24) / 1e6, 9);
});

test('tanks add up; a clock that changes in between counts every day once', () => {
  const sum = months([tank(), tank({ number: 5000 })], 12).reduce((s, m) => s + m.days, 0);
  // From the fourteenth to the end of March of the next year.
  expect(sum).toBe(Math.round((Date.UTC(2032, 3, 1) - Date.UTC(2031, 3, 14)) / DAY_MS));
  expect(months([tank(), tank({ number: 5000 })])[1]!.kg).toBeCloseTo(1.5 * months([tank()])[1]!.kg, 9);
});
