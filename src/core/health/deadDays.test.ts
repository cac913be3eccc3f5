import { DAY_MS } from '../time/spans';
import { deadDays, riseSays, watchOfDays } from './deadDays';

const zone = 'Europe/Vienna';
const at = (iso: string) => Date.parse(`2031-${iso}:00+02:00`);
const O = { falsePerMonth: 1, units: 8 };

test('counts of one day are one day; a day that nobody counted belongs to the next that has one', () => {
  const counts = [
    { at: at('04-03T18:00'), dead: 4, before: 4990 },
    { at: at('04-01T07:00'), dead: 6, before: 5000 },
    { at: at('04-01T17:00'), dead: 1, before: 4994 },
  ];
  expect(deadDays(counts, at('03-31T09:00'), zone)).toEqual([
    { day: at('04-01T00:00'), days: 1, dead: 7, atRisk: 5000 },
    { day: at('04-03T00:00'), days: 2, dead: 4, atRisk: 9980 },
  ]);
});

test('a first count soon after they came stands for the days since, a later one for its own; where the books hold none, the dead were there', () => {
  const one = (openedAt: number, before = 100) =>
    deadDays([{ at: at('04-20T07:00'), dead: 3, before }], openedAt, zone);
  expect(one(at('04-20T06:00'))[0]).toMatchObject({ days: 1, atRisk: 100 });
  expect(one(at('04-18T06:00'))[0]).toMatchObject({ days: 2, atRisk: 200 });
  expect(one(at('03-01T06:00'))[0]).toMatchObject({ days: 1, atRisk: 100 });
  const gap = [at('04-01T07:00'), at('04-20T07:00')].map((t) => ({ at: t, dead: 3, before: 100 }));
  expect(deadDays(gap, at('04-01T06:00'), zone)[1]).toMatchObject({ days: 7, atRisk: 700 });
  expect(one(at('04-20T06:00'), 0)[0]!.atRisk).toBe(3);
  expect(deadDays([], at('04-20T06:00'), zone)).toEqual([]);
});

test('a night on which clocks change is a day like any other', () => {
  const counts = ['03-29T07:00', '03-30T07:00', '03-31T07:00'].map((iso) => ({ at: at(iso), dead: 1, before: 10 }));
  expect(deadDays(counts, at('03-28T12:00'), zone).map((d) => d.days)).toEqual([1, 1, 1]);
});

const series = (...dead: number[]) => dead.map((d, i) => ({ day: i * DAY_MS, days: 1, dead: d, atRisk: 8000 }));

test('a rise tells its first day, its dead, and what was usual before it; what is usual stays that of before', () => {
  const calm = [4, 6, 5, 3, 7, 5, 4, 6, 5, 5];
  const w = watchOfDays(series(...calm, 12, 13, 12), O);
  expect(w.rise).toMatchObject({ since: 10 * DAY_MS, days: 3, dead: 37 });
  expect(w.rise!.expected).toBeGreaterThan(13);
  expect(w.rise!.expected).toBeLessThan(17);
  expect(w.usual!.expected).toBeCloseTo(5, 0);
  expect(riseSays(w.rise!)).toMatch(/^37 dead in 3 days, 1[3-7] expected$/);
  expect(watchOfDays(series(...calm), O).rise).toBeNull();
  expect(watchOfDays(series(3), O)).toMatchObject({ usual: null, rise: null });
});

test('ten dead after two days without a count are no rise where five a day are usual', () => {
  const days = [...series(4, 6, 5, 3, 7, 5, 4, 6, 5, 5), { day: 11 * DAY_MS, days: 2, dead: 10, atRisk: 16_000 }];
  const w = watchOfDays(days, O);
  expect(w.rise).toBeNull();
  expect(w.usual!.expected).toBeCloseTo(5, 0);
});
