import { crowdedDays, tanksFor, tanksLacking } from './conflicts';

const DAY = 86_400_000;
const at = (day: number) => Date.parse('2031-05-01T06:00:00Z') + day * DAY;

describe('tanks', () => {
  const wanted = [
    { lot: 'C', at: at(9), tanks: 2 },
    { lot: 'A', at: at(1), tanks: 1 },
    { lot: 'B', at: at(5), tanks: 3 },
  ];

  test('go to those that swim up first; the later go without, each by as many as are lacking', () => {
    expect(tanksLacking(wanted, 6)).toEqual([]);
    expect(tanksLacking(wanted, 3)).toEqual([
      { lot: 'B', at: at(5), lacking: 1 },
      { lot: 'C', at: at(9), lacking: 2 },
    ]);
    expect(tanksLacking(wanted, 0).map((l) => l.lacking)).toEqual([1, 3, 2]);
    expect(tanksLacking([], 0)).toEqual([]);
  });

  test('as many as the usual limit makes of a number; one where no limit is set', () => {
    expect(tanksFor(25_000, [8000, 10_000, 12_000])).toBe(3);
    expect(tanksFor(25_000, [])).toBe(1);
    expect(tanksFor(0, [8000])).toBe(1);
  });
});

describe('hands', () => {
  const hatch = (lot: string, day: number) => ({ lot, what: 'hatch', at: at(day) });

  test('more than they are for within two days is one stretch, from the first to the last of it', () => {
    const found = crowdedDays([hatch('A', 0), hatch('B', 0.5), hatch('C', 1.9), hatch('D', 12)], 2);
    expect(found).toEqual([{ from: at(0), to: at(1.9), of: [hatch('A', 0), hatch('B', 0.5), hatch('C', 1.9)] }]);
    expect(crowdedDays([hatch('A', 0), hatch('B', 0.5), hatch('C', 2.1)], 2)).toEqual([]);
  });

  test('stretches that run into each other are one, those apart are two; order of what is given does not matter', () => {
    const days = [0, 0.4, 1, 1.5, 2.2, 2.8, 20, 20.1, 20.2];
    const list = days.map((d, i) => hatch(`L${i}`, d)).reverse();
    const found = crowdedDays(list, 2);
    expect(found.map((f) => [f.from, f.to, f.of.length])).toEqual([
      [at(0), at(2.8), 6],
      [at(20), at(20.2), 3],
    ]);
  });
});
