import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { upperOf, zOf } from '../eggs/sphere';
import { meanWeight, ratioSteps } from './meanWeight';
import { postedRelativeSd } from './ratio';
import { type WeightBatch, weightBatch } from './samples';

export type WeighedCount = {
  number: number;
  low: number;
  high: number;
  meanG: number;
  relativeHalf: number;
  sd: number;
  df: number;
  warnings: string[];
};

/** Scatter below this share of the mean is rounding. */
const SAME = 1e-6;

/**
 * Number = total mass / mean mass. The relative errors of the mean (t interval of the ratio) and of the total mass
 * (normal) add in squares. `sd` is what goes to the books: from one or two batches, or from batches that agree to the
 * last digit, never below counting error nor below the hatchery's usual scatter.
 * @param totalMassG grams weighed in all  @param totalMassSdG standard deviation of that total, grams
 */
export function countByWeight(
  batches: readonly WeightBatch[],
  totalMassG: number,
  totalMassSdG = 0,
  options: { confidence?: number; priorCv?: number } = {},
): WeighedCount {
  const r = meanWeight(batches, options);
  const number = totalMassG / r.ratio;
  const shareOfTotal = totalMassG > 0 ? totalMassSdG / totalMassG : 0;
  const relativeHalf = Math.hypot(r.half / r.ratio, zOf(options.confidence ?? 0.95) * shareOfTotal);
  const counted = batches.reduce((s, b) => s + b.count, 0);
  // Batches that agree to the last digit tell nothing of their scatter: the balance shows too few digits.
  const silent = batches.length < 3 || r.se < SAME * r.ratio;
  const sd =
    number *
    Math.hypot(
      postedRelativeSd(r, batches.length, {
        usualCv: options.priorCv,
        counting: silent ? 1 / Math.sqrt(counted) : 0,
      }),
      shareOfTotal,
    );
  return {
    number,
    low: number * Math.max(0, 1 - relativeHalf),
    high: number * (1 + relativeHalf),
    meanG: r.ratio,
    relativeHalf,
    sd,
    df: r.df,
    warnings: r.warnings,
  };
}

const output = z.strictObject({
  number: z.number(),
  low: z.number(),
  high: z.number(),
  meanG: z.number(),
  warnings: schema.warnings,
});
const withWarnings = (c: WeighedCount) => ({
  number: c.number,
  low: c.low,
  high: c.high,
  meanG: c.meanG,
  ...(c.warnings.length > 0 ? { warnings: c.warnings } : {}),
});

function steps(
  batches: readonly WeightBatch[],
  totalExpression: string,
  totalG: number,
  totalSdG: number,
  confidence: number,
  priorCv?: number,
) {
  const r = meanWeight(batches, { confidence, priorCv });
  const c = countByWeight(batches, totalG, totalSdG, { confidence, priorCv });
  return [
    ...ratioSteps(
      batches.map((b) => ({ y: b.massG, x: b.count })),
      r,
      confidence,
      'meanG',
      'g',
      'mass',
      'animals',
      priorCv,
    ),
    { name: 'total', says: 'mass weighed in all', expression: totalExpression, value: totalG, unit: 'g' },
    { name: 'number', says: 'number', expression: 'total / meanG', value: c.number },
    {
      name: 'rel',
      says: 'half the interval as a share of the number',
      expression: `sqrt((half / meanG)^2 + (normalQuantile(${upperOf(confidence)}) * ${totalSdG} / total)^2)`,
      value: c.relativeHalf,
    },
    { name: 'low', says: 'lower end', expression: 'number * max(0, 1 - rel)', value: c.low },
    { name: 'high', says: 'upper end', expression: 'number * (1 + rel)', value: c.high },
  ];
}

const formula = 'number = total mass / (Σ mass / Σ count); relative errors of mean and total add in squares';
const source = 'Ratio estimator: Cochran 1977, Sampling Techniques, chapter 6';
const cautions = ['Water weighed with the fish adds fish that are not there: drain the total like the batches.'];

export const calculation = defineCalculation({
  id: 'count.byWeight',
  title: 'Number from total weight',
  asks: 'All weigh so much, one weighs so much: how many are there?',
  input: z.strictObject({
    batches: z.array(weightBatch).min(1, 'needs at least one batch'),
    totalMassG: schema.positive,
    totalMassSdG: schema.nonNegative.default(0),
    priorCv: schema.positive.optional(),
    confidence: schema.confidence,
  }),
  output,
  compute: (i) => withWarnings(countByWeight(i.batches, i.totalMassG, i.totalMassSdG, i)),
  working: (i) => ({
    formula,
    steps: steps(i.batches, String(i.totalMassG), i.totalMassG, i.totalMassSdG, i.confidence, i.priorCv),
  }),
  source,
  validWhen: 'Batches are a fair dip of the whole, drained as the total was.',
  cautions,
  example: {
    batches: [
      { massG: 25, count: 61 },
      { massG: 26, count: 63 },
      { massG: 24.2, count: 60 },
    ],
    totalMassG: 41000,
  },
});

export const byBuckets = defineCalculation({
  id: 'count.byBuckets',
  title: 'Number from weighed buckets',
  asks: 'Weighed out bucket by bucket: how many went?',
  input: z.strictObject({
    batches: z.array(weightBatch).min(1, 'needs at least one batch'),
    bucketsG: z.array(schema.positive).min(1, 'needs at least one bucket'),
    bucketSdG: schema.nonNegative.default(0),
    priorCv: schema.positive.optional(),
    confidence: schema.confidence,
  }),
  output,
  compute: (i) => {
    const total = i.bucketsG.reduce((s, b) => s + b, 0);
    return withWarnings(countByWeight(i.batches, total, i.bucketSdG * Math.sqrt(i.bucketsG.length), i));
  },
  working: (i) => {
    const total = i.bucketsG.reduce((s, b) => s + b, 0);
    return {
      formula: `${formula}; the errors of the buckets add in squares`,
      steps: steps(
        i.batches,
        i.bucketsG.join(' + '),
        total,
        i.bucketSdG * Math.sqrt(i.bucketsG.length),
        i.confidence,
        i.priorCv,
      ),
    };
  },
  source,
  validWhen: 'Each bucket is tared and drained alike; their errors are independent.',
  cautions,
  example: {
    batches: [
      { massG: 25, count: 61 },
      { massG: 26, count: 63 },
      { massG: 24.2, count: 60 },
    ],
    bucketsG: [8200, 7900, 8400],
    bucketSdG: 50,
  },
});
