import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { countSteps, eggsByRatio, intervalOf } from '../eggs/byRatio';
import { animalSteps } from './animalSteps';

const sample = z.strictObject({ displacedMl: schema.positive, count: schema.count });
const byDisplaced = (samples: readonly z.output<typeof sample>[]) =>
  samples.map((s) => ({ count: s.count, measure: s.displacedMl }));

/** Reading between two lines of a scale is off by anything up to half of their distance: uniform, at both readings. */
const READINGS = Math.sqrt(2 / 12);

const input = z.strictObject({
  samples: z.array(sample).min(1, 'needs at least one sample'),
  /** By which all of them raised the water in the graduated bucket. */
  displacedMl: schema.positive,
  /** Distance between two lines of its scale. */
  graduationMl: schema.nonNegative.default(0),
  priorCv: schema.positive.optional(),
  confidence: schema.confidence,
});
const totalSd = (i: z.output<typeof input>) => READINGS * i.graduationMl;

export const calculation = defineCalculation({
  id: 'count.displacement',
  title: 'Number by volume displaced',
  asks: 'They raised the water in the bucket by so much: how many are they?',
  input,
  output: z.strictObject({
    number: z.number(),
    low: z.number(),
    high: z.number(),
    perL: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const c = eggsByRatio(byDisplaced(i.samples), i.displacedMl, totalSd(i), i);
    const o = intervalOf(c);
    return {
      number: c.eggs,
      low: o.low,
      high: o.high,
      perL: 1000 * c.perUnit,
      ...(o.warnings ? { warnings: o.warnings.map((w) => w.replaceAll('egg', 'animal')) } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'number = (Σ count / Σ displaced) · displaced by all; half-widths add in squares',
    steps: [
      ...animalSteps(countSteps(byDisplaced(i.samples), i.displacedMl, totalSd(i), i, 'mL')),
      { name: 'number', says: 'animals in all', expression: 'eggs', value: o.number },
      { name: 'perL', says: 'in a litre displaced', expression: 'perUnit * 1000', value: o.perL },
    ],
  }),
  source: 'Archimedes; ratio estimator: Cochran 1977, Sampling Techniques, chapter 6',
  validWhen: 'They are poured in drained, none lies above the water, and samples and total are of the same fish.',
  cautions: ['Water poured in with them counts as fish: drain the net first.'],
  example: {
    samples: [
      { displacedMl: 250, count: 96 },
      { displacedMl: 300, count: 121 },
      { displacedMl: 280, count: 109 },
    ],
    displacedMl: 6400,
    graduationMl: 100,
  },
});
