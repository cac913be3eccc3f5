import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { studentTwoSided } from '../distributions';
import { decimals, plain } from '../quantities/format';
import { thresholds } from '../thresholds';
import { type Ratio, ratioEstimate } from './ratio';
import { type WeightBatch, weightBatch } from './samples';

/**
 * Half the interval of a mean that was weighed until it was settled is wider than that of so many batches set
 * beforehand, since one stops by luck too: by a share of `LOOKING` over the number of batches. Found by simulation
 * (batches of a spread of 3 to 20 %, weighed until within 5 %): 94 to 97 % of such intervals hold the mean, where the
 * plain one holds it in 92 %.
 */
const LOOKING = 1.2;

/** Batches needed before a mean may be called settled without the hatchery's own variation: two lucky ones are not. */
export const fewestBatches = () => thresholds.settledBatches.value;

/**
 * Indices of batches that do not fit the others: externally studentised residual from the ratio of the rest, with
 * Bonferroni's correction at 5 %. None is claimed below four batches.
 */
export function outlyingBatches(batches: readonly WeightBatch[]): number[] {
  const k = batches.length;
  if (k < 4) return [];
  return batches.flatMap((batch, i) => {
    const rest = batches.filter((_, j) => j !== i);
    const others = ratioEstimate(
      rest.map((b) => ({ y: b.massG, x: b.count })),
      0,
    );
    const variance = rest.reduce((s, b) => s + (b.massG - others.ratio * b.count) ** 2, 0) / (rest.length - 1);
    const spread = Math.sqrt(variance + (others.se * batch.count) ** 2);
    const residual = batch.massG - others.ratio * batch.count;
    if (spread === 0) return Math.abs(residual) > 1e-9 * batch.massG ? [i] : [];
    return studentTwoSided(residual / spread, rest.length - 1) < 0.05 / k ? [i] : [];
  });
}

/** Grams per animal from sample batches: ratio of sums (see ratioEstimate). */
export function meanWeight(
  batches: readonly WeightBatch[],
  options: { confidence?: number; priorCv?: number } = {},
): Ratio {
  return ratioEstimate(
    batches.map((b) => ({ y: b.massG, x: b.count })),
    batches.reduce((s, b) => s + b.count, 0),
    options,
  );
}

export const calculation = defineCalculation({
  id: 'sample.meanWeight',
  title: 'Mean weight from batches',
  asks: 'What does one weigh, and have I weighed enough batches?',
  input: z.strictObject({
    batches: z.array(weightBatch).min(1, 'needs at least one batch'),
    tolerance: schema.positive.default(0.05),
    priorCv: schema.positive.optional(),
    confidence: schema.confidence,
  }),
  output: z.strictObject({
    meanG: z.number(),
    low: z.number(),
    high: z.number(),
    halfWidthShare: z.number(),
    /** The same for one who weighed on until it was settled. */
    halfWidthShareLooking: z.number(),
    settled: z.boolean(),
    outliers: z.array(z.number()),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const r = meanWeight(i.batches, i);
    const halfWidthShare = r.half / r.ratio;
    const halfWidthShareLooking = halfWidthShare * (r.basis === 'samples' ? 1 + LOOKING / i.batches.length : 1);
    const enough = i.batches.length >= fewestBatches() || i.priorCv !== undefined;
    return {
      meanG: r.ratio,
      low: Math.max(0, r.ratio - r.half),
      high: r.ratio + r.half,
      halfWidthShare,
      halfWidthShareLooking,
      settled: enough && halfWidthShareLooking <= i.tolerance,
      outliers: outlyingBatches(i.batches),
      ...(r.warnings.length > 0 ? { warnings: r.warnings } : {}),
    };
  },
  working: (i, o) => {
    const r = meanWeight(i.batches, i);
    return {
      formula:
        'mean = Σ mass / Σ count; var = Σ(mass − mean·count)² / (k (k − 1) mean count²); interval by Student’s t, k − 1',
      steps: ratioSteps(
        i.batches.map((b) => ({ y: b.massG, x: b.count })),
        r,
        i.confidence,
        'meanG',
        'g',
        'mass',
        'animals',
        i.priorCv,
      ),
      notes: [
        o.settled
          ? `Settled: weighed until here, half the interval is ${decimals(100 * o.halfWidthShareLooking, 1)} % of the mean, within ${plain(100 * i.tolerance)} % (${decimals(100 * o.halfWidthShare, 1)} % where the number of batches was set beforehand).`
          : `Not settled: weighed until here, half the interval is ${decimals(100 * o.halfWidthShareLooking, 1)} % of the mean; wanted ${plain(100 * i.tolerance)} % from at least ${fewestBatches()} batches.`,
        ...o.outliers.map(
          (n) => `Batch ${n + 1} does not fit the others: weigh it again, look for water in the pan or a wrong count.`,
        ),
      ],
    };
  },
  source:
    'Ratio estimator: Cochran 1977, Sampling Techniques, chapter 6; outliers by leave-one-out t with Bonferroni’s correction',
  validWhen: 'Batches are drained alike and dipped at random, not only the slow or the large.',
  cautions: ['Water weighed with the fish makes them heavier: drain every batch the same way.'],
  example: {
    batches: [
      { massG: 12.1, count: 40 },
      { massG: 13.4, count: 43 },
      { massG: 11.2, count: 38 },
    ],
  },
});

/** The steps that every ratio estimate shares; the last one is named `name`. */
export function ratioSteps(
  samples: readonly { y: number; x: number }[],
  r: Ratio,
  confidence: number,
  name: string,
  unit: string,
  yName: string,
  xName: string,
  priorCv?: number,
): { name: string; says: string; expression: string; value: number; unit?: string }[] {
  const k = samples.length;
  const sumY = samples.reduce((s, b) => s + b.y, 0);
  const sumX = samples.reduce((s, b) => s + b.x, 0);
  const counted = Math.round((r.ratio / (r.se || 1)) ** 2);
  const steps = [
    { name: 'sumY', says: `${yName}, all samples`, expression: samples.map((b) => b.y).join(' + '), value: sumY },
    { name: 'sumX', says: `${xName}, all samples`, expression: samples.map((b) => b.x).join(' + '), value: sumX },
    { name, says: `${yName} per ${xName}`, expression: 'sumY / sumX', value: r.ratio, unit },
  ];
  if (r.basis === 'samples') {
    const squares = samples.map((b) => `(${b.y} - ${name} * ${b.x})^2`).join(' + ');
    steps.push({
      name: 'se',
      says: 'standard error, from the scatter between samples',
      expression: `sqrt((${squares}) / (${k} * ${k - 1})) / (sumX / ${k})`,
      value: r.se,
    });
    steps.push({
      name: 'half',
      says: 'half the interval',
      expression: `studentQuantile(1 - (1 - ${confidence}) / 2, ${r.df}) * se`,
      value: r.half,
    });
  } else if (r.basis === 'prior') {
    steps.push({
      name: 'se',
      says: 'standard error, from this hatchery’s usual scatter between samples',
      expression: `${priorCv} * ${name} / sqrt(${k})`,
      value: r.se,
    });
    steps.push({
      name: 'half',
      says: 'half the interval',
      expression: `normalQuantile(1 - (1 - ${confidence}) / 2) * se`,
      value: r.half,
    });
  } else {
    steps.push({
      name: 'se',
      says: 'standard error, counting alone',
      expression: counted > 0 && r.se > 0 ? `${name} / sqrt(${counted})` : '0',
      value: r.se,
    });
    steps.push({
      name: 'half',
      says: 'half the interval',
      expression: `normalQuantile(1 - (1 - ${confidence}) / 2) * se`,
      value: r.half,
    });
  }
  return steps;
}
