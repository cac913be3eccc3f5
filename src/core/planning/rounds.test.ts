import { roundsOf } from './rounds';

const MIN = 60_000;
const DAY = 24 * 60 * MIN;
const start = (at: number) => Math.floor(at / DAY) * DAY;
const look = (minute: number, unit: number, dead = 2, day = 10) => ({ at: day * DAY + minute * MIN, unit, dead });

test('a morning of twelve units, a pause, and three of them again: minutes at work, not the day between', () => {
  const morning = Array.from({ length: 12 }, (_, k) => look(420 + 2 * k, k, k));
  const evening = [look(1000, 0), look(1003, 1), look(1005, 2)];
  const [r] = roundsOf([...evening, ...morning], start);
  expect(r).toMatchObject({ day: 10 * DAY, minutes: 22 + 5, units: 12, dead: 66 + 6 });
  expect(r!.to - r!.from).toBe(585 * MIN);
});

test('latest day first; what was typed at one minute has no time; one unit alone neither', () => {
  const days = roundsOf([look(480, 1, 1, 9), look(480, 2, 1, 9), look(500, 1, 4, 11)], start);
  expect(days.map((d) => [d.day / DAY, d.minutes, d.units])).toEqual([
    [11, 0, 1],
    [9, 0, 2],
  ]);
  expect(roundsOf([], start)).toEqual([]);
});
