import { decimals } from '../quantities/format';
import { thresholds } from '../thresholds';
import { DAY_MS } from '../time/spans';
import type { Point } from './timeline';

/** Mean of a local day, by the day's beginning. */
export type DayMean = { day: number; mean: number };
export type Coming = {
  points: Point[];
  how: 'lastYear' | 'steady';
  /** What last year's course is moved by to meet today; 0 where it stays as it is. */
  offset: number;
  /** How far such a forecast strayed over the last two months, °C; null where that cannot be told. */
  strayed: number | null;
};

/** Days of the forecast from last year. */
const AHEAD = 300;
/** Days behind today over which both ways of foreseeing are held against what came. */
const LOOKED_BACK = 60;
const LEAST_COMPARED = 21;
const YEAR = 365;

/**
 * The water as it comes: last year's course from today on, a week's mean at a time and moved to meet today, where that
 * would have foreseen the last two months better than "it stays as it is"; else as it is. A spring stays, a lake goes
 * with the season, and a water that was heated last winter only is not taken for one that will be again.
 */
export function comingCourse(days: readonly DayMean[], now: number): Coming | null {
  const today = Math.floor(now / DAY_MS);
  const byDay = new Map(days.map((d) => [Math.round(d.day / DAY_MS), d.mean]));
  /** Mean of the week about a day; null where fewer than three of its days were read. */
  const week = (day: number, until = Number.POSITIVE_INFINITY): number | null => {
    const read = [-3, -2, -1, 0, 1, 2, 3].flatMap((k) => {
      const v = day + k > until ? undefined : byDay.get(day + k);
      return v === undefined ? [] : [v];
    });
    return read.length < 3 ? null : read.reduce((s, v) => s + v, 0) / read.length;
  };
  const last = days.at(-1);
  if (!last) return null;
  const lastDay = Math.round(last.day / DAY_MS);
  const thisYear = week(lastDay, lastDay);
  const thatYear = week(lastDay - YEAR, lastDay - YEAR);
  const offset = thisYear === null || thatYear === null ? 0 : thisYear - thatYear;
  const stayed: number[] = [];
  const followed: number[] = [];
  for (let k = 7; thisYear !== null && k <= LOOKED_BACK; k++) {
    const [then, thenLastYear] = [week(lastDay - k), week(lastDay - k - YEAR)];
    if (then === null) continue;
    stayed.push(then - thisYear);
    if (thatYear !== null && thenLastYear !== null) followed.push(then - thenLastYear - offset);
  }
  const rms = (errors: readonly number[]) =>
    errors.length < LEAST_COMPARED ? null : Math.sqrt(errors.reduce((s, e) => s + e ** 2, 0) / errors.length);
  const [byStaying, byFollowing] = [rms(stayed), rms(followed)];
  const steady: Coming = {
    points: [{ at: now, celsius: last.mean }],
    how: 'steady',
    offset: 0,
    strayed: byStaying,
  };
  // What a logger cannot tell from standing still stands still.
  if (byStaying === null || byFollowing === null) return steady;
  if (byStaying <= thresholds.leastForecastSd.value || byFollowing >= byStaying) return steady;
  const points: Point[] = [{ at: now, celsius: last.mean }];
  // It parts from today's water in a straight line to the first of last year's weeks that still comes.
  for (let d = today + 4; d <= today + AHEAD; d += 3) {
    const mean = week(d - YEAR);
    if (mean === null) break;
    points.push({ at: d * DAY_MS + DAY_MS / 2, celsius: offset + mean });
  }
  if (points.length < 6) return steady;
  return { points, how: 'lastYear', offset, strayed: byFollowing };
}

/** In words, how a water was foreseen. */
export function comingWords(c: Pick<Coming, 'how' | 'offset' | 'strayed'>, celsius: number | null): string {
  const strayed =
    c.strayed === null || c.strayed < 0.05
      ? ''
      : `; over the last two months such a forecast was ${decimals(c.strayed, 1)} °C off on average`;
  if (c.how === 'steady')
    return celsius === null ? 'as it is now' : `as it is now, ${decimals(celsius, 1)} °C throughout${strayed}`;
  return `as last year, ${c.offset < 0 ? '−' : '+'}${decimals(Math.abs(c.offset), 1)} °C to meet today${strayed}`;
}
