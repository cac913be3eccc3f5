import { Z95 } from '../quantities/interval';

export type GoalAhead = {
  /** So many of the rest have to be kept, as a share of it; null where none is left. */
  wanted: number | null;
  /** Kept of those that were looked at, with its 95 % interval; null before the first. */
  soFar: { share: number; low: number; high: number } | null;
  /** At that share the rest brings it to so many, with its 95 % interval. */
  comes: { number: number; low: number; high: number } | null;
  is: 'begin' | 'reached' | 'stricter' | 'asPlanned' | 'milder' | 'outOfReach';
};

/**
 * What the next bowls have to give: so many are to be kept, so many were of those looked at, so many are left. The share
 * is a Beta of what was seen over Jeffreys' prior, the number that comes a beta-binomial by its mean and variance
 * (Gelman and others 2013, Bayesian Data Analysis, section 2.4; Johnson and others 2005, Univariate Discrete
 * Distributions, 6.2.2). It holds if the bowls were netted without choice.
 */
export function goalAhead(goal: number, kept: number, looked: number, left: number): GoalAhead {
  const short = goal - kept;
  const wanted = left > 0 ? Math.max(0, short) / left : null;
  if (looked === 0)
    return { wanted, soFar: null, comes: null, is: short <= 0 ? 'reached' : short > left ? 'outOfReach' : 'begin' };
  const [a, b] = [kept + 0.5, looked - kept + 0.5];
  const mean = a / (a + b);
  const sd = Math.sqrt((mean * (1 - mean)) / (a + b + 1));
  const soFar = {
    share: kept / looked,
    low: Math.max(0, mean - Z95 * sd),
    high: Math.min(1, mean + Z95 * sd),
  };
  const more = left * mean;
  const half = Z95 * Math.sqrt((left * mean * (1 - mean) * (a + b + left)) / (a + b + 1));
  const comes = {
    number: kept + Math.round(more),
    low: kept + Math.max(0, Math.round(more - half)),
    high: kept + Math.min(left, Math.round(more + half)),
  };
  const is =
    short <= 0
      ? 'reached'
      : short > left
        ? 'outOfReach'
        : comes.low > goal
          ? 'stricter'
          : comes.high < goal
            ? 'milder'
            : 'asPlanned';
  return { wanted, soFar, comes, is };
}
