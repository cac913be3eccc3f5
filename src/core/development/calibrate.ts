import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { normalQuantile } from '../distributions';
import { Z95 } from '../quantities/interval';
import { thresholds } from '../thresholds';
import { spread } from './asked';

/**
 * One date that was seen against the date that the shipped model gives for the same water. `logRatio` is
 * ln(observed days / predicted days); `sd` its own scatter, of when one looked; `cv` the shipped spread of that model
 * between stocks and reports.
 */
export type Seen = Target & { logRatio: number; sd: number; lot: string };
/** What a factor is asked of: a clock, for a strain on a water; with a `lot` its own effect is part of it. */
export type Target = { clock: string; cv: number; strain: string; water: string; lot?: string };

export type Calibration = {
  /** Mean and standard deviation of the log factor. */
  mean: number;
  sd: number;
  /** Dates that went into it. */
  n: number;
};

/**
 * What the dates seen here say of a factor: a normal log ratio made of the hatchery's own part, one of the strain, one
 * of the water, one of the clock, one of the lot, and a remainder of its own, conditioned on all that was seen (a
 * Gaussian posterior). Dates of other strains, waters and stages count for what they share; with none, the prior comes
 * back.
 */
export function calibrateFor(lotCv: number, seen: readonly Seen[], target: Target): Calibration {
  // How the spread of a clock is divided: what a hatchery has in common, and of strain, water and stage alone.
  const common = thresholds.clockParts.value;
  const apart = (1 - common) / 3;
  const shared = (a: Target, b: Target) =>
    a.cv *
      b.cv *
      (common + apart * (Number(a.strain === b.strain) + Number(a.water === b.water) + Number(a.clock === b.clock))) +
    (a.lot !== undefined && a.lot === b.lot ? lotCv ** 2 : 0);
  const own = shared(target, target);
  const n = seen.length;
  if (n === 0) return { mean: 0, sd: Math.sqrt(own), n: 0 };
  const covariance = Matrix.zeros(n, n);
  const withTarget = Matrix.zeros(n, 1);
  const ratios = Matrix.zeros(n, 1);
  for (let i = 0; i < n; i++) {
    withTarget.set(i, 0, shared(seen[i]!, target));
    ratios.set(i, 0, seen[i]!.logRatio);
    for (let j = i; j < n; j++) {
      const c = shared(seen[i]!, seen[j]!) + (i === j ? seen[i]!.sd ** 2 : 0);
      covariance.set(i, j, c);
      covariance.set(j, i, c);
    }
  }
  const weights = new CholeskyDecomposition(covariance).solve(withTarget);
  const mean = weights.transpose().mmul(ratios).get(0, 0);
  const variance = own - weights.transpose().mmul(withTarget).get(0, 0);
  return { mean, sd: Math.sqrt(Math.max(0, variance)), n };
}

/**
 * When half of a lot had reached a stage, from one look at a sample: a share of p seen after so many days lies
 * `within`·Φ⁻¹(p) off the half on the log scale. All (or none) seen tells only that the half lies some way back (ahead):
 * then the scatter is wide.
 * @returns days to the half, and the standard deviation of their log
 */
export function halfFrom(
  days: number,
  look: { successes: number; trials: number } | null,
  within: number,
  lookedEveryDays: number,
): { days: number; sd: number } {
  const looking = lookedEveryDays / Math.sqrt(12) / days;
  if (!look || within === 0) return { days, sd: looking };
  const p = (look.successes + 0.5) / (look.trials + 1);
  const z = normalQuantile(Math.min(0.98, Math.max(0.02, p)));
  const open = p > 0.97 || p < 0.03;
  return {
    days: days * Math.exp(-within * z),
    sd: Math.hypot(looking, open ? within : within / Math.sqrt(look.trials)),
  };
}

/** No clock of a species is off by such a factor: a digit too many, hours for days, another year. */
const WRONG_BY = 3;

const observation = z
  .strictObject({
    predictedDays: schema.positive,
    observedDays: schema.positive,
    /** Of the log ratio: the share by which such a date strays. */
    sd: schema.positive.max(1, 'is a share: 5 % is 0.05').optional(),
    /** Dates of one lot share its effect. */
    lot: z.string().optional(),
  })
  .superRefine((o, context) => {
    const ratio = o.observedDays / o.predictedDays;
    if (ratio > WRONG_BY || ratio < 1 / WRONG_BY)
      context.addIssue({
        code: 'custom',
        path: ['observedDays'],
        message: `${o.observedDays} days seen where ${o.predictedDays} were predicted: no model is off so far; was a digit mistyped, or the date of another lot taken?`,
      });
  });

/**
 * How far a date strays that says nothing of it itself: the rule of thumb, or wider where the dates scatter more than
 * that (within lots that are named, between lots else), the rule counting as so many dates.
 */
const RULE_COUNTS = 4;
function strayOf(observations: readonly z.output<typeof observation>[]): number {
  const rule = thresholds.dateScatter.value;
  const plain = observations.filter((o) => o.sd === undefined);
  const groups = new Map<string, number[]>();
  for (const o of plain) {
    const key = o.lot ?? '';
    groups.set(key, [...(groups.get(key) ?? []), Math.log(o.observedDays / o.predictedDays)]);
  }
  let [squares, free] = [0, 0];
  for (const list of groups.values()) {
    const mean = list.reduce((a, b) => a + b, 0) / list.length;
    squares += list.reduce((a, b) => a + (b - mean) ** 2, 0);
    free += list.length - 1;
  }
  return Math.max(rule, Math.sqrt((RULE_COUNTS * rule ** 2 + squares) / (RULE_COUNTS + free)));
}

/** Mean log ratio of a lot and its variance about the factor, from all its dates. */
function byLot(i: { prior: { lotCv?: number }; observations: readonly z.output<typeof observation>[] }) {
  const lots = new Map<string, { weight: number; sum: number; single: boolean }>();
  const stray = strayOf(i.observations);
  i.observations.forEach((o, k) => {
    const key = o.lot === undefined ? `#${k}` : `lot ${o.lot}`;
    const lot = lots.get(key) ?? { weight: 0, sum: 0, single: o.lot === undefined };
    const weight = 1 / (o.sd ?? stray) ** 2;
    lot.weight += weight;
    lot.sum += weight * Math.log(o.observedDays / o.predictedDays);
    lots.set(key, lot);
  });
  return [...lots.values()].map((l) => ({
    mean: l.sum / l.weight,
    variance: (i.prior.lotCv ?? 0) ** 2 + 1 / l.weight,
  }));
}

/** How far off the prior the dates lie together, in standard deviations of what the prior lets expect. */
function surprise(cv: number, lots: readonly { mean: number; variance: number }[]): number {
  if (lots.length === 0) return 0;
  const weight = lots.reduce((s, l) => s + 1 / l.variance, 0);
  const mean = lots.reduce((s, l) => s + l.mean / l.variance, 0) / weight;
  return Math.abs(mean) / Math.sqrt(cv ** 2 + 1 / weight);
}

export const calculation = defineCalculation({
  id: 'development.calibrate',
  title: 'Own factor of the dates',
  asks: 'Dates seen here against dates predicted: by what factor is this hatchery slower or faster, and how sure is that?',
  input: z.strictObject({
    prior: z.strictObject({ cv: schema.positive, lotCv: spread.optional() }),
    observations: z.array(observation),
  }),
  output: z.strictObject({
    factor: z.number(),
    low: z.number(),
    high: z.number(),
    n: z.number(),
    /** The same for the date of the next lot: factor, lot and the date's own scatter together. */
    nextLow: z.number(),
    nextHigh: z.number(),
    moved: z.boolean(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const lots = byLot(i);
    const precision = 1 / i.prior.cv ** 2 + lots.reduce((s, l) => s + 1 / l.variance, 0);
    const mean = lots.reduce((s, l) => s + l.mean / l.variance, 0) / precision;
    const sd = Math.sqrt(1 / precision);
    const next = Math.hypot(sd, i.prior.lotCv ?? 0, scatterOf(i.observations));
    const moved = surprise(i.prior.cv, lots) > Z95;
    return {
      factor: Math.exp(mean),
      low: Math.exp(mean - Z95 * sd),
      high: Math.exp(mean + Z95 * sd),
      n: i.observations.length,
      nextLow: Math.exp(mean - Z95 * next),
      nextHigh: Math.exp(mean + Z95 * next),
      moved,
      ...(moved
        ? {
            warnings: [
              'these dates lie outside of what the prior lets expect: the factor has moved; look at thermometer, fertilisation times and strain',
            ],
          }
        : {}),
    };
  },
  working: (i, o) => {
    const lots = byLot(i);
    const sum = (of: (l: { mean: number; variance: number }) => string) =>
      lots.length === 0 ? '0' : lots.map(of).join(' + ');
    const precision = 1 / i.prior.cv ** 2 + lots.reduce((s, l) => s + 1 / l.variance, 0);
    return {
      formula: 'ln factor ~ N(0, cv²) before; each lot adds ln(observed/predicted) with weight 1/variance',
      steps: [
        {
          name: 'weight',
          says: 'weights together: prior and lots',
          expression: `1 / ${i.prior.cv}^2 + ${sum((l) => `1 / ${l.variance}`)}`,
          value: precision,
        },
        {
          name: 'mean',
          says: 'mean log ratio',
          expression: `(${sum((l) => `${l.mean} / ${l.variance}`)}) / weight`,
          value: Math.log(o.factor),
        },
        { name: 'low', says: 'low end', expression: `exp(mean - ${Z95} / sqrt(weight))`, value: o.low },
        { name: 'high', says: 'high end', expression: `exp(mean + ${Z95} / sqrt(weight))`, value: o.high },
        { name: 'factor', says: 'own factor of the thermal sum', expression: 'exp(mean)', value: o.factor },
      ],
    };
  },
  source: 'Conjugate normal on the log ratio: method, no source',
  validWhen:
    'Predictions are hindcasts by the same clock on the water as it was; each lot’s fertilisation time is right.',
  cautions: [
    'A factor of a wrong thermometer, or of a stage called later than by others, is a factor of that too.',
    'Several trays of one lot are one lot: name it, or it counts as many.',
  ],
  example: {
    prior: { cv: 0.06, lotCv: 0.03 },
    observations: [
      { predictedDays: 105, observedDays: 110, sd: 0.02, lot: 'A' },
      { predictedDays: 98, observedDays: 101, sd: 0.02, lot: 'B' },
      { predictedDays: 97, observedDays: 102, sd: 0.02, lot: 'C' },
    ],
  },
});

/** The usual scatter of a date: the root mean square of those given, of what is seen where none is. */
function scatterOf(observations: readonly z.output<typeof observation>[]): number {
  if (observations.length === 0) return thresholds.dateScatter.value;
  const stray = strayOf(observations);
  const squares = observations.map((o) => (o.sd ?? stray) ** 2);
  return Math.sqrt(squares.reduce((s, v) => s + v, 0) / squares.length);
}
