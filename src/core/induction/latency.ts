import { type Phase, PredictionRefused, predict } from '../development/predict';
import type { Point } from '../development/timeline';
import { decimals, plain } from '../quantities/format';
import { thresholds } from '../thresholds';
import { HOUR_MS } from '../time/spans';

/** Hours from the last injection to ovulation at steady temperatures; nothing is known outside the table. */
export type LatencyRow = {
  points: readonly { celsius: number; hours: number }[];
  /** Spread between females of one row, as a coefficient of variation. */
  cv: number;
};

/** What was found when a fish was looked at: eggs do not run, run on pressure, run by their own weight, or too late. */
export const readyFindings = ['notYet', 'soon', 'running', 'overRipe', 'spent'] as const;
export type ReadyFinding = (typeof readyFindings)[number];
export const findingWords: Record<ReadyFinding, string> = {
  notYet: 'not yet',
  soon: 'on pressure only: soon',
  running: 'eggs run by their own weight',
  overRipe: 'over-ripe',
  spent: 'no eggs left',
};
export type ReadyCheck = { at: number; found: ReadyFinding };

/** Where a fish must be looked at before it may be left alone: further checks are due. */
export const mustCheckAgain = (found: ReadyFinding | undefined): boolean =>
  found === undefined || found === 'notYet' || found === 'soon';

export type LatencyInput = {
  /** Null: Reference has no row for what was given, or for this stage of the eggs. */
  row: LatencyRow | null;
  /** Last injection, ms. */
  from: number;
  temperatures: readonly Point[];
  plan?: readonly Point[];
  forecastSdCelsius?: number;
  checks: readonly ReadyCheck[];
  /** First look so long before the early end. */
  leadHours: number;
  stepMinutes: number;
  /** How long eggs stay good in her after ovulation. */
  ripeHours?: number;
  now: number;
};

export type LatencyClock = {
  /** Ovulation as the table and the water say; null where they say nothing. */
  at: number | null;
  low: number | null;
  high: number | null;
  /** Share of the way passed by now. */
  passed: number;
  /** Why there is no forecast; empty where there is one. */
  noForecast: string;
  /** When to look first, and next; the next is null once she runs or is over. */
  firstCheck: number;
  nextCheck: number | null;
  /** The next look is due, or over. */
  due: boolean;
  /** Eggs may be over-ripe from here on: the earliest time at which they can have been ovulated, and what they keep. */
  overRipeFrom: number | null;
  warnings: string[];
};

/**
 * The clock of one injected female. It is never silent: where the table, or the water, gives no forecast, she is to be
 * looked at from now on at short steps.
 *
 * Ovulation is when ∫ dt / hours(T) = 1, the table read by a monotone cubic on log hours, the water as measured (and
 * carried on from its last reading). The interval is the spread between females.
 */
export function latencyClock(i: LatencyInput): LatencyClock {
  const found = forecast(i);
  const step = i.stepMinutes * 60_000;
  // A look before the injection, or one that has not been, says nothing of what came after it.
  const checks = i.checks.filter((c) => c.at >= i.from && c.at <= i.now).sort((a, b) => a.at - b.at);
  const last = checks.at(-1);
  // Without a forecast the first look is due from the moment in which it was lost.
  const firstCheck = found.low === null ? found.lostAt : Math.max(i.from, found.low - i.leadHours * HOUR_MS);
  const nextCheck = !mustCheckAgain(last?.found)
    ? null
    : last === undefined || (last.found === 'notYet' && last.at + step < firstCheck)
      ? firstCheck
      : last.at + step;
  return {
    at: found.at,
    low: found.low,
    high: found.high,
    passed: found.passed,
    noForecast: found.why,
    firstCheck,
    nextCheck,
    due: nextCheck !== null && nextCheck <= i.now,
    overRipeFrom: overRipeFrom(i, checks, found.low),
    warnings: found.warnings,
  };
}

/** She can have ovulated from her last look without running eggs on, or from the early end; not after she was seen to run. */
function overRipeFrom(i: LatencyInput, checks: readonly ReadyCheck[], low: number | null): number | null {
  if (i.ripeHours === undefined) return null;
  const running = checks.find((c) => c.found === 'running');
  const until = running?.at ?? Number.POSITIVE_INFINITY;
  const lastNo = checks.filter((c) => c.at <= until && (c.found === 'notYet' || c.found === 'soon')).at(-1)?.at;
  const earliest = Math.max(lastNo ?? Number.NEGATIVE_INFINITY, low ?? Number.NEGATIVE_INFINITY);
  const from = Math.min(Number.isFinite(earliest) ? earliest : until, until);
  return Number.isFinite(from) ? from + i.ripeHours * HOUR_MS : null;
}

type Forecast = {
  at: number | null;
  low: number | null;
  high: number | null;
  passed: number;
  why: string;
  lostAt: number;
  warnings: string[];
};

function forecast(i: LatencyInput): Forecast {
  const none = (why: string, lostAt: number): Forecast => ({
    at: null,
    low: null,
    high: null,
    passed: 0,
    why,
    lostAt,
    warnings: [],
  });
  if (!i.row) return none('Reference has no hours for this.', i.from);
  const read = i.temperatures.filter((t) => t.at <= i.now);
  if (read.length === 0) return none('The water was not measured.', i.from);
  const { low: coldest, high: warmest } = ends(i.row);
  const since = read.filter((t) => t.at >= i.from);
  const during = since.length > 0 ? since : [latest(read)];
  const outside = during.find((t) => t.celsius < coldest || t.celsius > warmest);
  if (outside)
    return none(
      `The water was at ${decimals(outside.celsius, 1)} °C, outside the table (${plain(coldest)} to ${plain(warmest)} °C).`,
      Math.max(i.from, outside.at),
    );
  const staleMs = thresholds.latencyStaleHours.value * HOUR_MS;
  const newest = latest(read).at;
  if (newest < i.from - staleMs || (since.length === 0 && i.now > i.from + staleMs))
    return none('The water was not measured since the injection.', Math.max(i.from, newest + staleMs));
  const phase: Phase = {
    stage: 'ovulation',
    model: { kind: 'table', points: i.row.points.map((p) => ({ celsius: p.celsius, days: p.hours / 24 })) },
    cv: i.row.cv,
  };
  try {
    const p = predict({
      phases: [phase],
      start: i.from,
      temperatures: read,
      plan: i.plan,
      forecastSdCelsius: i.forecastSdCelsius,
      asOf: i.now,
    });
    const s = p.stages[0]!;
    const gap = longestGap(read, i.from, i.now);
    const warnings = [
      ...(i.now - newest > staleMs
        ? [`no temperature for ${Math.floor((i.now - newest) / HOUR_MS)} hours: the clock runs on the last one`]
        : []),
      ...(gap > staleMs
        ? [
            `no temperature for ${Math.floor(gap / HOUR_MS)} hours in between: the clock runs straight across; look at her sooner`,
          ]
        : []),
      ...(i.row.cv === 0
        ? [
            'the spread between females is not known: the ends are its expected hour alone; begin to look well before it',
          ]
        : []),
    ];
    return { at: s.at, low: s.low, high: s.high, passed: s.passed, why: '', lostAt: i.from, warnings };
  } catch (e) {
    if (!(e instanceof PredictionRefused)) throw e;
    return none('The planned water leaves the table.', i.from);
  }
}

/** Longest time without a reading between an instant and the last reading before another. */
function longestGap(read: readonly Point[], from: number, to: number): number {
  const at = read.map((p) => p.at).sort((a, b) => a - b);
  const before = at.filter((t) => t <= from).at(-1);
  const during = at.filter((t) => t > from && t <= to);
  let last = before ?? from;
  let longest = 0;
  for (const t of during) {
    longest = Math.max(longest, t - Math.max(last, from));
    last = t;
  }
  return longest;
}

const latest = (points: readonly Point[]): Point => points.reduce((a, b) => (b.at > a.at ? b : a));

/** Where a table begins and ends, °C. */
export function ends(row: LatencyRow): { low: number; high: number } {
  const at = row.points.map((p) => p.celsius);
  return { low: Math.min(...at), high: Math.max(...at) };
}
