import jstat from 'jstat';
import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { negativeBinomialLog, negativeBinomialQuantile } from '../distributions';

/** Dead of one day, and how many there were to die. */
export type DayDead = { dead: number; atRisk: number };

/** One day as it was watched. */
export type DayWatched = {
  /** Expected dead by the calm days before, and between what 95 % of such days lie. Null while there is too little to go by. */
  expected: number | null;
  low: number | null;
  high: number | null;
  /** How much likelier all of it is with a rate that doubled on some day, summed over the days; and from how much on it is called out. */
  evidence: number;
  limit: number | null;
  alarm: boolean;
  /** Position of the day on which the rise began, as far as there is one. */
  since: number | null;
};

export type WatchOptions = {
  /** Days of tanks that stand alike: what a tank of its kind does. */
  sisters?: readonly (readonly DayDead[])[];
  /** False alarms of the whole site in a month. */
  falsePerMonth: number;
  /** Units that are watched on it. */
  units: number;
};

const { exp, floor, log } = Math;

const MONTH_DAYS = 30.4375;
/** The rise that is to be found. */
const FACTOR = 2;
/** Fewer days than this, and no sisters: nothing is said. */
const FEWEST = 5;
/** A rise that began longer ago is the usual by now, or was found. */
const LONGEST_DAYS = 21;
/** Squares of the spread of a tank's rate from day to day beyond chance, and how often each is met. `verify` */
const SCATTERS = [
  { scatter: 0.02, often: 0.25 },
  { scatter: 0.06, often: 0.35 },
  { scatter: 0.15, often: 0.25 },
  { scatter: 0.35, often: 0.12 },
  { scatter: 0.8, often: 0.03 },
] as const;
/** How far the rates of tanks that stand alike lie apart (coefficient of variation). `verify` */
const APART = 0.7;
/** Evidence is remembered up to so many times the limit: after one very bad day the alarm may end within days. */
const MOST = 3;
/** Once called out, an alarm stands until the evidence fell to this part of the limit: it does not flap. */
const OVER = 0.2;

/** What is thought of a rate for each scatter: a Gamma (shape `a`, rate `b` in animals at risk), and the log of how likely the days so far are. */
type Belief = { a: Float64Array; b: Float64Array; log: Float64Array };

/** A rate that doubled on a day: what is thought of it since, and was before; the log of how much likelier it is, less what is forgotten. */
type Rise = { from: number; belief: Belief; before: Belief; log: number; less: number };

/**
 * Watches the dead of a unit day by day. What a day should bring follows from the days before it and from the tanks that
 * stand alike: a negative binomial for each of several scatters, weighed by how well they told the days. Against it stands
 * a rate that doubled on one of the last days, for each such day; their likelihood ratios are summed (Roberts 1966, the
 * Shiryaev-Roberts procedure). As the sum less the number of days is a martingale while nothing happened, the mean time to
 * a false alarm is the limit over the overshoot's constant (Pollak 1987), worked by Woodroofe's sum (1982).
 */
export function watchDead(days: readonly DayDead[], o: WatchOptions): DayWatched[] {
  const perDay = o.falsePerMonth / MONTH_DAYS / o.units;
  const sisterRate = rateOf(o.sisters ?? []);
  const usual = begun(sisterRate);
  let seen = 0;
  let rises: Rise[] = [];
  let alarm = false;
  return days.map((today, t) => {
    if (today.atRisk <= 0 || (seen < FEWEST && sisterRate === null)) {
      if (today.atRisk > 0) {
        learn(usual, today, 1);
        seen += 1;
      }
      return { expected: null, low: null, high: null, evidence: 0, limit: null, alarm: false, since: null };
    }
    rises = rises.filter((r) => r.from > t - LONGEST_DAYS);
    rises.push({ from: t, belief: copied(usual), before: copied(usual), log: 0, less: 0 });
    const limit = limitFor(usual, today.atRisk, perDay);
    learn(usual, today, 1);
    seen += 1;
    const all = told(usual);
    let evidence = 0;
    for (const r of rises) {
      learn(r.belief, today, FACTOR);
      r.log = told(r.belief) - all - r.less;
      evidence += exp(r.log);
    }
    const most = MOST * limit;
    if (evidence > most) {
      const less = log(evidence / most);
      for (const r of rises) {
        r.less += less;
        r.log -= less;
      }
      evidence = most;
    }
    alarm = evidence >= (alarm ? OVER * limit : limit);
    const likeliest = rises.reduce((x, r) => (r.log > x.log ? r : x));
    const calm = foretold((alarm ? likeliest : rises.at(-1)!).before, today.atRisk);
    return {
      expected: calm.mean,
      low: negativeBinomialQuantile(0.025, calm.mean, calm.shape),
      high: negativeBinomialQuantile(0.975, calm.mean, calm.shape),
      evidence,
      limit,
      alarm,
      since: alarm ? likeliest.from : null,
    };
  });
}

/** Dead for one at risk and day of tanks that stand alike, the mean over them; null of none. */
function rateOf(sisters: readonly (readonly DayDead[])[]): number | null {
  const rates = sisters.flatMap((s) => {
    const risk = s.reduce((x, d) => x + d.atRisk, 0);
    return risk > 0 ? [s.reduce((x, d) => x + d.dead, 0) / risk] : [];
  });
  const mean = rates.reduce((x, r) => x + r, 0) / Math.max(1, rates.length);
  return mean > 0 ? mean : null;
}

function begun(sisterRate: number | null): Belief {
  const a = sisterRate === null ? 0.5 : 1 / APART ** 2;
  const b = sisterRate === null ? 0 : a / sisterRate;
  return {
    a: new Float64Array(SCATTERS.length).fill(a),
    b: new Float64Array(SCATTERS.length).fill(b),
    log: Float64Array.from(SCATTERS, (s) => log(s.often)),
  };
}

const copied = (x: Belief): Belief => ({ a: x.a.slice(), b: x.b.slice(), log: x.log.slice() });

/** Log of how likely all days so far are, whichever scatter holds. */
function told(x: Belief): number {
  let top = Number.NEGATIVE_INFINITY;
  for (const l of x.log) if (l > top) top = l;
  let sum = 0;
  for (const l of x.log) sum += exp(l - top);
  return top + log(sum);
}

/** Takes a day in, of a rate `factor` times the one that is believed in. */
function learn(x: Belief, d: DayDead, factor: number): void {
  for (let g = 0; g < SCATTERS.length; g++) {
    const { scatter } = SCATTERS[g]!;
    const [a, b] = [x.a[g]!, x.b[g]!];
    // Before the first day there is no rate: it is not foretold, only learned.
    if (b > 0) x.log[g] = x.log[g]! + negativeBinomialLog(d.dead, ((factor * a) / b) * d.atRisk, 1 / (scatter + 1 / a));
    // A day tells of the rate as far as its scatter lets it.
    const w = (factor * d.atRisk) / (1 + (b > 0 ? (factor * a * d.atRisk) / b : d.dead) * scatter);
    x.a[g] = a + (w * d.dead) / (factor * d.atRisk);
    x.b[g] = b + w;
  }
}

/** What a day should bring: mean, and the shape of a negative binomial with the variance of all scatters together. */
function foretold(x: Belief, atRisk: number): { mean: number; shape: number; scatter: number } {
  const all = told(x);
  let [mean, square, scatter] = [0, 0, 0];
  for (const [g, s] of SCATTERS.entries()) {
    const w = exp(x.log[g]! - all);
    const m = (x.a[g]! / x.b[g]!) * atRisk;
    mean += w * m;
    square += w * m * m * (1 + s.scatter + 1 / x.a[g]!);
    scatter += w * s.scatter;
  }
  return { mean: Math.max(1e-6, mean), shape: 1 / Math.max(1e-4, square / mean ** 2 - 1), scatter };
}

const kept = new Map<string, number>();
/** Means and scatters so near to each other (in logs) have one limit: it changes slowly with both. */
const STEP = 0.1;
/** A mean beyond these has the limit of the nearer one. */
const [LEAST_MEAN, MOST_MEAN] = [0.01, 2000];

/** The evidence at which it is called out so that it happens falsely so often a day. */
function limitFor(x: Belief, atRisk: number, falsePerDay: number): number {
  const f = foretold(x, atRisk);
  const m = Math.round(log(Math.min(MOST_MEAN, Math.max(LEAST_MEAN, f.mean))) / STEP);
  const s = Math.round(log(f.scatter) / STEP);
  const key = `${m} ${s}`;
  let constant = kept.get(key);
  if (constant === undefined) {
    constant = overshoot(exp(m * STEP), exp(-s * STEP));
    kept.set(key, constant);
  }
  return constant / falsePerDay;
}

/**
 * Limit over mean time to a false alarm: the mean of exp(-overshoot) of the random walk of log ratios,
 * exp(-sum of (P0(S_n > 0) + P1(S_n <= 0)) / n) / E1(S_1). A sum of n days is a negative binomial of n times the mean and
 * the shape, so that both are closed.
 */
function overshoot(mean: number, shape: number): number {
  const each = log((FACTOR * (mean + shape)) / (FACTOR * mean + shape));
  const day = shape * log((mean + shape) / (FACTOR * mean + shape));
  let sum = 0;
  for (let n = 1; n < 2000; n++) {
    const dead = floor((-n * day) / each);
    const term = 1 - atMost(dead, n * mean, n * shape) + atMost(dead, n * FACTOR * mean, n * shape);
    sum += term / n;
    if (term < 1e-5) break;
  }
  return exp(-sum) / (FACTOR * mean * each + day);
}

const atMost = (dead: number, mean: number, shape: number): number =>
  dead < 0 ? 0 : jstat.ibeta(shape / (shape + mean), shape, dead + 1);

const day = z.strictObject({ dead: schema.count, atRisk: schema.nonNegative });

export const calculation = defineCalculation({
  id: 'health.mortalityAlarm',
  title: 'Dead of the day, watched',
  asks: 'Are more dying than usual, and since when?',
  input: z
    .strictObject({
      /** Oldest first, one for each day. */
      days: z.array(day).min(1, 'needs a day').max(1000, 'are more days than are watched at once'),
      /** Days of tanks that stand alike. */
      sisters: z.array(z.array(day).max(1000)).max(60).optional(),
      falsePerMonth: z.number().gt(0, 'must be above 0').max(30, 'is an alarm a day').default(1),
      units: schema.count.min(1, 'needs a unit').default(1),
    })
    .superRefine((i, ctx) => {
      for (const [k, d] of i.days.entries())
        if (d.dead > d.atRisk)
          ctx.addIssue({ code: 'custom', path: ['days', k, 'dead'], message: 'cannot be more than there were' });
    }),
  output: z.strictObject({
    alarm: z.boolean(),
    /** Position of the first day of the rise, 0 for the oldest; null where there is none. */
    since: z.number().nullable(),
    expected: z.number().nullable(),
    low: z.number().nullable(),
    high: z.number().nullable(),
    /** How much likelier it all is with a rate that doubled on some day; called out from the limit on. */
    evidence: z.number(),
    limit: z.number().nullable(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const last = watchDead(i.days, i).at(-1)!;
    return {
      alarm: last.alarm,
      since: last.since,
      expected: last.expected,
      low: last.low,
      high: last.high,
      evidence: last.evidence,
      limit: last.limit,
      ...(last.expected === null
        ? { warnings: [`too little to go by: ${FEWEST} days, or tanks that stand alike`] }
        : {}),
    };
  },
  working: (i, o) => ({
    formula:
      'evidence = sum over the last days of how much likelier all is with a rate that doubled on that day; limit = constant of the overshoot x days between false alarms',
    steps: [
      {
        name: 'apart',
        says: 'days between two false alarms of one unit',
        expression: `${MONTH_DAYS} * ${i.units} / ${i.falsePerMonth}`,
        value: (MONTH_DAYS * i.units) / i.falsePerMonth,
      },
      { name: 'evidence', says: 'for a doubled rate', expression: String(o.evidence), value: o.evidence },
    ],
  }),
  source:
    'Roberts 1966, Technometrics 8: 411-430 (the sum over all first days); Pollak 1987, Annals of Statistics 15: 749-779 (mean time to a false alarm); Woodroofe 1982, Nonlinear Renewal Theory in Sequential Analysis (the constant). Usual scatters and how far sisters lie apart: verify',
  validWhen: 'The dead are counted once a day; what is at risk is what stood there that day.',
  cautions: [
    'An alarm says that more die, not why: look at feed, water, handling and temperature of the days before, in all tanks that share them.',
    'Two days without a count, then both at once: enter them as the days that they were.',
  ],
  example: {
    days: [4, 6, 5, 3, 7, 5, 4, 6, 12, 11, 14].map((dead) => ({ dead, atRisk: 20000 })),
    falsePerMonth: 1,
    units: 8,
  },
});
