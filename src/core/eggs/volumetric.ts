import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { type VolumeSample, volumeSample } from '../sampling/samples';
import { countOutput, countSteps, type EggOptions, eggsByRatio, intervalOf } from './byRatio';

const asSamples = (samples: readonly VolumeSample[]) => samples.map((s) => ({ count: s.count, measure: s.volumeMl }));

/** Eggs from volume samples (see eggsByRatio). @param totalVolumeSdMl of reading the total */
export function volumetricCount(
  samples: readonly VolumeSample[],
  totalVolumeMl: number,
  totalVolumeSdMl = 0,
  options: EggOptions = {},
) {
  return eggsByRatio(asSamples(samples), totalVolumeMl, totalVolumeSdMl, options);
}

export const calculation = defineCalculation({
  id: 'eggs.volumetric',
  title: 'Eggs by volume',
  asks: 'So many in a small measure, so much in all: how many eggs?',
  input: z.strictObject({
    samples: z.array(volumeSample).min(1, 'needs at least one sample'),
    totalVolumeMl: schema.positive,
    totalVolumeSdMl: schema.nonNegative.default(0),
    priorCv: schema.positive.optional(),
    confidence: schema.confidence,
  }),
  output: z.strictObject({ eggsPerL: z.number(), ...countOutput, warnings: schema.warnings }),
  compute: (i) => {
    const c = volumetricCount(i.samples, i.totalVolumeMl, i.totalVolumeSdMl, i);
    return { eggsPerL: c.perUnit * 1000, ...intervalOf(c) };
  },
  working: (i, o) => ({
    formula: 'eggs = (Σ count / Σ volume) · total volume; half-widths of density and total add in squares',
    steps: countSteps(asSamples(i.samples), i.totalVolumeMl, i.totalVolumeSdMl, i, 'mL', [
      { name: 'eggsPerL', says: 'eggs per litre', expression: 'perUnit * 1000', value: o.eggsPerL, unit: 'eggs/L' },
    ]),
  }),
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
