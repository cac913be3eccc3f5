import { studentQuantile } from '../distributions';
import { DAY_MS } from '../time/spans';

/** Spread of a tank as a sample showed it. */
export type SpreadSeen = { at: number; cv: number; sd: number; n: number };

export type SpreadAhead = {
  /** Rise of the spread a day, in shares of the mean; null from one sample alone where nothing is assumed. */
  perDay: number;
  perDaySd: number;
  from: 'seen' | 'assumed';
  /** Likely now. */
  now: number;
  /** When it passes the mark, with interval; `at` null where it does not rise, `high` null where it may never. */
  passes: { at: number | null; low: number | null; high: number | null } | null;
};

/** Beyond this many days nothing is foretold. */
const MOST_DAYS = 365;

/**
 * How the spread of a tank rises, by its own samples since it was last graded: a straight line through them, each by
 * the certainty of its sample. One sample alone is carried on at an assumed rise.
 * @param seen oldest first  @param mark the spread at which they are to be graded  @param assumed rise a day, and its sd
 */
export function spreadAhead(
  seen: readonly SpreadSeen[],
  now: number,
  mark: number,
  assumed: { perDay: number; sd: number },
): SpreadAhead | null {
  const last = seen.at(-1);
  if (!last) return null;
  const line = seen.length >= 2 && last.at > seen[0]!.at ? fitted(seen) : null;
  const slope = line ?? { perDay: assumed.perDay, sd: assumed.sd, cv: last.cv, cvSd: last.sd, at: last.at, df: 30 };
  const days = (now - slope.at) / DAY_MS;
  const cv = Math.max(0, slope.cv + slope.perDay * days);
  const t = studentQuantile(0.975, slope.df);
  const when = (rise: number, from: number): number | null => {
    if (from >= mark) return now;
    if (rise <= 0) return null;
    const d = (mark - from) / rise;
    return d > MOST_DAYS ? null : now + d * DAY_MS;
  };
  const cvSd = Math.hypot(slope.cvSd, slope.sd * days);
  return {
    perDay: slope.perDay,
    perDaySd: slope.sd,
    from: line ? 'seen' : 'assumed',
    now: cv,
    passes: {
      at: when(slope.perDay, cv),
      low: when(slope.perDay + t * slope.sd, cv + t * cvSd),
      high: when(slope.perDay - t * slope.sd, Math.max(0, cv - t * cvSd)),
    },
  };
}

/** Weighted least squares of spread on day; its errors are those of the samples, wider where they scatter more. */
function fitted(seen: readonly SpreadSeen[]) {
  const w = seen.map((s) => 1 / Math.max(s.sd, 1e-4) ** 2);
  const all = w.reduce((a, x) => a + x, 0);
  const day = seen.map((s) => s.at / DAY_MS);
  const mean = day.reduce((a, d, i) => a + d * w[i]!, 0) / all;
  const cv = seen.reduce((a, s, i) => a + s.cv * w[i]!, 0) / all;
  const sxx = day.reduce((a, d, i) => a + w[i]! * (d - mean) ** 2, 0);
  const perDay = seen.reduce((a, s, i) => a + w[i]! * (day[i]! - mean) * (s.cv - cv), 0) / sxx;
  const df = seen.length - 2;
  const chi = seen.reduce((a, s, i) => a + w[i]! * (s.cv - cv - perDay * (day[i]! - mean)) ** 2, 0);
  const wider = df > 0 ? Math.sqrt(Math.max(1, chi / df)) : 1;
  return {
    perDay,
    sd: wider / Math.sqrt(sxx),
    cv,
    cvSd: wider / Math.sqrt(all),
    at: mean * DAY_MS,
    // Errors are known from the samples: few of them lose little.
    df: wider > 1 ? df : 30,
  };
}

/** Animals far out to either side of the middle: shooters and runts. @param far of the middle's length, either way */
export function farOut(lengthsMm: readonly number[], far: { shooter: number; runt: number }) {
  const sorted = [...lengthsMm].sort((a, b) => a - b);
  const n = sorted.length;
  if (n === 0) return { middleMm: null, shooters: 0, runts: 0 };
  const middleMm = n % 2 ? sorted[n >> 1]! : (sorted[n / 2 - 1]! + sorted[n / 2]!) / 2;
  return {
    middleMm,
    shooters: sorted.filter((x) => x >= far.shooter * middleMm).length / n,
    runts: sorted.filter((x) => x <= far.runt * middleMm).length / n,
  };
}
