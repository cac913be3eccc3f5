import { Z95 } from '../quantities/interval';
import { DAY_MS } from '../time/spans';
import type { DeadDay } from './deadDays';

/** Dead a day before and after something was done, at the number that stood there, and the one over the other. */
export type Effect = {
  before: { perDay: number; days: number };
  after: { perDay: number; days: number };
  ratio: number;
  low: number;
  high: number;
};

/** So many days before are compared with as many after at most. */
const DAYS = 7;
/** Square of the spread of a tank's rate from day to day beyond chance, as the watch over the dead holds it usual. `verify` */
const SCATTER = 0.1;

/**
 * The dead of the days before a course, against those after its end: ratio of rates, its interval on the logarithm with
 * half a dead added to each side, and each day's scatter beyond chance. It says what followed, not what worked: an
 * outbreak burns out by itself, too. Null with fewer than two days on either side.
 */
export function effectOf(days: readonly DeadDay[], start: number, end: number): Effect | null {
  const before = days.filter((d) => d.day + DAY_MS <= start && d.day >= start - (DAYS + 1) * DAY_MS);
  const after = days.filter((d) => d.day >= end && d.day < end + (DAYS + 1) * DAY_MS);
  if (before.length < 2 || after.length < 2) return null;
  const sum = (of: readonly DeadDay[]) => {
    const dead = of.reduce((s, d) => s + d.dead, 0);
    const risk = of.reduce((s, d) => s + d.atRisk, 0);
    const n = of.reduce((s, d) => s + d.days, 0);
    return { dead, risk, n, variance: 1 / (dead + 0.5) + SCATTER / of.length };
  };
  const [b, a] = [sum(before), sum(after)];
  const ratio = (a.dead + 0.5) / a.risk / ((b.dead + 0.5) / b.risk);
  const half = Z95 * Math.sqrt(a.variance + b.variance);
  return {
    before: { perDay: b.dead / b.n, days: b.n },
    after: { perDay: a.dead / a.n, days: a.n },
    ratio,
    low: ratio * Math.exp(-half),
    high: ratio * Math.exp(half),
  };
}
