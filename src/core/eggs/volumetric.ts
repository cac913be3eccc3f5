import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { Z95 } from '../distributions';
import { ratioSteps } from '../sampling/meanWeight';
import { postedRelativeSd, type Ratio, ratioEstimate } from '../sampling/ratio';

export const volumeSample = z.object({ volumeMl: schema.positive, count: schema.count });
export type VolumeSample = z.output<typeof volumeSample>;

export type VolumetricCount = { eggsPerL: number; eggs: number; relativeHalf: number; sd: number; ratio: Ratio };

/**
 * Eggs = (Σ count / Σ volume) · total volume; the errors of the density (Student's t) and of the total volume (normal)
 * add in squares. `sd` is what goes to the books.
 */
export function volumetricCount(
  samples: readonly VolumeSample[],
  totalVolumeMl: number,
  totalVolumeSdMl = 0,
  options: { confidence?: number; priorCv?: number } = {},
): VolumetricCount {
  const counted = samples.reduce((s, b) => s + b.count, 0);
  const ratio = ratioEstimate(
    samples.map((s) => ({ y: s.count, x: s.volumeMl })),
    counted,
    options,
  );
  const volumeShare = (Z95 * totalVolumeSdMl) / totalVolumeMl;
  const eggs = ratio.ratio * totalVolumeMl;
  const relativeHalf = ratio.ratio > 0 ? Math.hypot(ratio.half / ratio.ratio, volumeShare) : 0;
  const sd =
    eggs > 0
      ? eggs *
        Math.hypot(
          postedRelativeSd(ratio, samples.length, {
            usualCv: options.priorCv,
            counting: counted > 0 ? 1 / Math.sqrt(counted) : 0,
          }),
          volumeShare / Z95,
        )
      : 0;
  return { eggsPerL: ratio.ratio * 1000, eggs, relativeHalf, sd, ratio };
}

export const calculation = defineCalculation({
  id: 'eggs.volumetric',
  title: 'Eggs by volume',
  asks: 'So many in a small measure, so much in all: how many eggs?',
  input: z.object({
    samples: z.array(volumeSample).min(1, 'needs at least one sample'),
    totalVolumeMl: schema.positive,
    totalVolumeSdMl: schema.nonNegative.default(0),
    priorCv: schema.positive.optional(),
    confidence: schema.confidence,
  }),
  output: z.object({
    eggsPerL: z.number(),
    eggs: z.number(),
    low: z.number(),
    high: z.number(),
    relativeError: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const c = volumetricCount(i.samples, i.totalVolumeMl, i.totalVolumeSdMl, i);
    return {
      eggsPerL: c.eggsPerL,
      eggs: c.eggs,
      low: c.eggs * Math.max(0, 1 - c.relativeHalf),
      high: c.eggs * (1 + c.relativeHalf),
      relativeError: c.relativeHalf,
      ...(c.ratio.warnings.length > 0 ? { warnings: c.ratio.warnings } : {}),
    };
  },
  working: (i, o) => {
    const c = volumetricCount(i.samples, i.totalVolumeMl, i.totalVolumeSdMl, i);
    return {
      formula: 'eggs = (Σ count / Σ volume) · total volume; half-widths of density and total add in squares',
      steps: [
        ...ratioSteps(
          i.samples.map((s) => ({ y: s.count, x: s.volumeMl })),
          c.ratio,
          i.confidence,
          'perMl',
          'eggs/mL',
          'eggs',
          'mL',
          i.priorCv,
        ),
        { name: 'eggsPerL', says: 'eggs per litre', expression: 'perMl * 1000', value: o.eggsPerL, unit: 'eggs/L' },
        { name: 'eggs', says: 'eggs in all', expression: `perMl * ${i.totalVolumeMl}`, value: o.eggs },
        {
          name: 'rel',
          says: 'half the interval as a share',
          expression: `sqrt((half / perMl)^2 + (${Z95} * ${i.totalVolumeSdMl} / ${i.totalVolumeMl})^2)`,
          value: o.relativeError,
        },
        { name: 'low', says: 'lower end', expression: 'eggs * max(0, 1 - rel)', value: o.low },
        { name: 'high', says: 'upper end', expression: 'eggs * (1 + rel)', value: o.high },
      ].filter((s) => c.ratio.ratio > 0 || s.name !== 'rel'),
    };
  },
  source: 'Ratio estimator: Cochran 1977, Sampling Techniques, chapter 6',
  validWhen: 'Samples and total are both dry or both hardened, settled alike.',
  cautions: ['Eggs swell until hardening ends: never mix dry samples with a hardened total.'],
  example: {
    samples: [
      { volumeMl: 10, count: 212 },
      { volumeMl: 10, count: 198 },
      { volumeMl: 10, count: 205 },
    ],
    totalVolumeMl: 3000,
  },
});
