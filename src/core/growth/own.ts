import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { chiSquareUpper } from '../distributions';
import { decimals } from '../quantities/format';
import { Z95 } from '../quantities/interval';

/** A span between two weighings, with the degree-days that passed in it. */
export type GrowthInterval = {
  startG: number;
  startSdG: number;
  endG: number;
  endSdG: number;
  degreeDays: number;
};

/** Thermal growth coefficient of a span. @example tgcOf(1, 8, 1000) // 1 */
export const tgcOf = (startG: number, endG: number, degreeDays: number) =>
  (1000 * (Math.cbrt(endG) - Math.cbrt(startG))) / degreeDays;

/** How far a weighing's doubt carries into the cube root: sd / (3 W^⅔). */
const rootSd = (meanG: number, sdG: number) => sdG / (3 * Math.cbrt(meanG) ** 2);

/** The coefficient of a span and its standard deviation by the doubt of both weighings. */
export function tgcWithDoubt(i: GrowthInterval): { tgc: number; sd: number } {
  return {
    tgc: tgcOf(i.startG, i.endG, i.degreeDays),
    sd: (1000 * Math.hypot(rootSd(i.startG, i.startSdG), rootSd(i.endG, i.endSdG))) / i.degreeDays,
  };
}

/** Weighings that are said to be without doubt are taken to be good to this share of the coefficient that is expected. */
const LEAST_SHARE = 1e-6;

export type OwnGrowth = { tgc: number; sd: number; n: number; chiSquare: number };

/**
 * A hatchery's own thermal growth coefficient: what Reference expects, bent by own spans between weighings, each by how
 * much its weighings can tell (normal prior and likelihood, conjugate).
 */
export function ownGrowth(prior: { mean: number; cv: number }, intervals: readonly GrowthInterval[]): OwnGrowth {
  const spans = intervals.map(tgcWithDoubt).map((s) => ({ ...s, sd: Math.max(s.sd, LEAST_SHARE * prior.mean) }));
  let weight = 1 / (prior.mean * prior.cv) ** 2;
  let sum = prior.mean * weight;
  for (const s of spans) {
    weight += 1 / s.sd ** 2;
    sum += s.tgc / s.sd ** 2;
  }
  const own = spans.reduce((t, s) => ({ w: t.w + 1 / s.sd ** 2, s: t.s + s.tgc / s.sd ** 2 }), { w: 0, s: 0 });
  const mean = own.s / own.w;
  return {
    tgc: sum / weight,
    sd: 1 / Math.sqrt(weight),
    n: spans.length,
    chiSquare: spans.length < 2 ? 0 : spans.reduce((t, s) => t + ((s.tgc - mean) / s.sd) ** 2, 0),
  };
}

const interval = z.strictObject({
  startG: schema.positive,
  startSdG: schema.nonNegative,
  endG: schema.positive,
  endSdG: schema.nonNegative,
  degreeDays: schema.positive,
});

export const calculation = defineCalculation({
  id: 'growth.own',
  title: 'Own growth',
  asks: 'What growth do our own weighings show, and how sure is it?',
  input: z.strictObject({
    prior: z.strictObject({ mean: schema.positive, cv: schema.positive.max(5, 'is no spread of growth') }),
    intervals: z.array(interval),
  }),
  output: z.strictObject({
    tgc: z.number(),
    low: z.number(),
    high: z.number(),
    n: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const o = ownGrowth(i.prior, i.intervals);
    const warnings: string[] = [];
    if (o.n === 0) warnings.push('no own span yet: this is what Reference expects');
    if (o.n > 1 && chiSquareUpper(o.chiSquare, o.n - 1) < 0.05)
      warnings.push('the spans differ by more than their weighings explain: another feed, crowding, or a wrong mass?');
    if (o.n > 0 && Math.abs(o.tgc - i.prior.mean) > Z95 * i.prior.cv * i.prior.mean)
      warnings.push(`far from what Reference expects, ${decimals(i.prior.mean, 2)}: look at scales and thermometers`);
    return {
      tgc: o.tgc,
      low: o.tgc - Z95 * o.sd,
      high: o.tgc + Z95 * o.sd,
      n: o.n,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const spans = i.intervals.map(tgcWithDoubt).map((s) => ({ ...s, sd: Math.max(s.sd, LEAST_SHARE * i.prior.mean) }));
    const weights = spans.map((_, k) => `1 / sd${k + 1}^2`);
    const sums = spans.map((_, k) => `tgc${k + 1} / sd${k + 1}^2`);
    const { sd } = ownGrowth(i.prior, i.intervals);
    return {
      formula: 'each span by the inverse of its variance, with Reference as one more',
      steps: [
        ...spans.flatMap((s, k) => {
          const { startG, startSdG, endG, endSdG, degreeDays } = i.intervals[k]!;
          return [
            {
              name: `tgc${k + 1}`,
              says: `span ${k + 1}`,
              expression: `1000 * (${endG}^(1/3) - ${startG}^(1/3)) / ${degreeDays}`,
              value: s.tgc,
            },
            {
              name: `sd${k + 1}`,
              says: 'its doubt',
              expression: `max(${LEAST_SHARE} * ${i.prior.mean}, 1000 * sqrt((${startSdG} / (3 * ${startG}^(2/3)))^2 + (${endSdG} / (3 * ${endG}^(2/3)))^2) / ${degreeDays})`,
              value: s.sd,
            },
          ];
        }),
        {
          name: 'weight',
          says: 'all weights together',
          expression: [`1 / (${i.prior.mean} * ${i.prior.cv})^2`, ...weights].join(' + '),
          value: 1 / sd ** 2,
        },
        {
          name: 'tgc',
          says: 'own thermal growth coefficient',
          expression: `(${[`${i.prior.mean} / (${i.prior.mean} * ${i.prior.cv})^2`, ...sums].join(' + ')}) / weight`,
          value: o.tgc,
        },
        { name: 'low', says: 'from', expression: 'tgc - normalQuantile(0.975) / sqrt(weight)', value: o.low },
        { name: 'high', says: 'to', expression: 'tgc + normalQuantile(0.975) / sqrt(weight)', value: o.high },
      ],
    };
  },
  source:
    'Normal mean with known variances, conjugate prior: Gelman et al. 2013, Bayesian Data Analysis, chapter 2; coefficient: Iwama and Tautz 1981; doubt of the cube root by the delta method',
  validWhen: 'The same animals at both ends: not graded between, or each class by itself; fed to appetite.',
  cautions: ['Weighings of the same day in two spans share their error: the interval is then a little too narrow.'],
  example: {
    prior: { mean: 0.9, cv: 0.25 },
    intervals: [
      { startG: 0.31, startSdG: 0.008, endG: 0.62, endSdG: 0.015, degreeDays: 210 },
      { startG: 0.62, startSdG: 0.015, endG: 1.25, endSdG: 0.04, degreeDays: 262 },
    ],
  },
});
