import { DAY_MS as DAY } from '../time/spans';
import { comingCourse, comingWords, type DayMean } from './coming';

/** Midnight of Vienna in summer time: days begin two hours before those of UTC. */
const MIDNIGHT = Date.parse('2031-04-13T22:00:00Z');
const now = MIDNIGHT + 8 * 3_600_000;
const course = (celsius: (d: number) => number, from = -430, to = 0): DayMean[] =>
  Array.from({ length: to - from + 1 }, (_, i) => ({ day: MIDNIGHT + (from + i) * DAY, mean: celsius(from + i) }));
const season = (d: number) => 8 + 6 * Math.sin((2 * Math.PI * d) / 365);
const at = (c: { points: { at: number; celsius: number }[] }, d: number) =>
  c.points.reduce((best, p) => (Math.abs(p.at - now - d * DAY) < Math.abs(best.at - now - d * DAY) ? p : best)).celsius;

test('a lake goes with the season: last year’s course, moved to meet today, well ahead', () => {
  const c = comingCourse(
    course((d) => season(d) + (d > -200 ? 0.7 : 0)),
    now,
  )!;
  expect(c.how).toBe('lastYear');
  expect(c.offset).toBeCloseTo(0.7, 1);
  expect(c.strayed!).toBeLessThan(0.1);
  for (const d of [10, 60, 120]) expect(Math.abs(at(c, d) - season(d) - 0.7)).toBeLessThan(0.25);
  expect(c.points[0]).toEqual({ at: now, celsius: season(0) + 0.7 });
  expect(c.points[1]!.at).toBeGreaterThan(now + 2 * DAY);
});

test('a spring stays as it is, and so does a water without last year, or with too little of it', () => {
  const spring = comingCourse(
    course((d) => 8 + 0.01 * ((d * 7919) % 5)),
    now,
  )!;
  expect([spring.how, spring.points.length]).toEqual(['steady', 1]);
  expect(comingCourse(course(season, -120), now)!.how).toBe('steady');
  // Last year was read, but only from a week before this day on.
  expect(comingCourse([...course(season, -372, -200), ...course(season, -60)], now)!.how).toBe('steady');
  expect(comingCourse([], now)).toBeNull();
});

test('heated last spring and not in this one: last year would have misled, and is not followed', () => {
  const c = comingCourse(
    course((d) => (d < -330 && d > -425 ? 6 + 0.09 * (d + 425) : 6 + 0.1 * Math.sin(d))),
    now,
  )!;
  expect(c.how).toBe('steady');
  expect(c.strayed!).toBeLessThan(0.2);
});

test('a first season that falls through autumn stays as it is, and says how far that strays', () => {
  const c = comingCourse(
    course((d) => 6 - 0.05 * d, -70),
    now,
  )!;
  expect(c.how).toBe('steady');
  // Lags of a week to two months at a twentieth of a degree a day.
  expect(c.strayed!).toBeGreaterThan(1.4);
  expect(c.strayed!).toBeLessThan(2.2);
  expect(
    comingCourse(
      course(() => 6, -10),
      now,
    )!.strayed,
  ).toBeNull();
});

test('how it was foreseen is said', () => {
  expect(comingWords({ how: 'lastYear', offset: -0.42, strayed: 0.31 }, null)).toBe(
    'as last year, −0.4 °C to meet today; over the last two months such a forecast was 0.3 °C off on average',
  );
  expect(comingWords({ how: 'steady', offset: 0, strayed: null }, 4.26)).toBe('as it is now, 4.3 °C throughout');
});
