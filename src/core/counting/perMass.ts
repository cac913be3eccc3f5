import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { countSteps, type EggsByRatio, eggsByRatio } from '../eggs/byRatio';
import { weightBatch } from '../sampling/samples';
import { animalSteps } from './animalSteps';
import { withoutWater } from './carriedWater';

const water = z.number().min(0, 'cannot be negative').lt(1, 'must be below 1: all of it would be water');
const input = z.strictObject({
  /** Drained batches, weighed and counted. */
  batches: z.array(weightBatch).min(1, 'needs at least one batch'),
  totalMassG: schema.positive,
  totalMassSdG: schema.nonNegative.default(0),
  /** Of the total as weighed, water: beyond what the drained batches carried. */
  carriedShare: water.default(0),
  carriedSd: schema.nonNegative.default(0),
  priorCv: schema.positive.optional(),
  confidence: schema.confidence,
});
type Input = z.output<typeof input>;

const byMass = (i: Input) => i.batches.map((b) => ({ count: b.count, measure: b.massG }));
/** The total without its water, and its standard deviation, g. */
const dryTotal = (i: Input) => ({
  massG: withoutWater(i.totalMassG, i.carriedShare),
  sd: Math.hypot(i.totalMassSdG * (1 - i.carriedShare), i.totalMassG * i.carriedSd),
});

/** Fry by the count of a unit of mass: the drained total times what a gram holds. */
export function byPerMass(i: Input): EggsByRatio {
  const { massG, sd } = dryTotal(i);
  return eggsByRatio(byMass(i), massG, sd, i);
}

export const calculation = defineCalculation({
  id: 'count.perMass',
  title: 'Fry by the count of a gram',
  asks: 'So many make a gram, all weigh so much with some water: how many fry?',
  input,
  output: z.strictObject({
    number: z.number(),
    low: z.number(),
    high: z.number(),
    perG: z.number(),
    perLb: z.number(),
    massG: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const c = byPerMass(i);
    return {
      number: c.eggs,
      low: c.eggs * Math.max(0, 1 - c.relativeHalf),
      high: c.eggs * (1 + c.relativeHalf),
      perG: c.perUnit,
      perLb: c.perUnit * GRAMS_PER_POUND,
      massG: withoutWater(i.totalMassG, i.carriedShare),
      ...(c.ratio.warnings.length > 0 ? { warnings: c.ratio.warnings } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'number = (Σ count / Σ mass) · total mass without its water; relative errors add in squares',
    steps: [
      {
        name: 'massG',
        says: 'fry alone',
        expression: `${i.totalMassG} * (1 - ${i.carriedShare})`,
        value: o.massG,
        unit: 'g',
      },
      ...animalSteps(countSteps(byMass(i), o.massG, dryTotal(i).sd, i, 'g')),
      { name: 'number', says: 'fry', expression: 'eggs', value: o.number },
      { name: 'perG', says: 'fry in a gram', expression: 'perUnit', value: o.perG },
      { name: 'perLb', says: 'fry in a pound', expression: `perG * ${GRAMS_PER_POUND}`, value: o.perLb },
    ],
  }),
  source: 'Ratio estimator: Cochran 1977, Sampling Techniques, chapter 6',
  validWhen:
    'Batches are a fair dip of the whole, drained to the last drop; the total is weighed in one net or less wet.',
  cautions: ['Small fry carry much water for their mass: find the share on batches weighed wet and again drained.'],
  example: {
    batches: [
      { massG: 10.2, count: 118 },
      { massG: 9.8, count: 121 },
      { massG: 10.4, count: 124 },
    ],
    totalMassG: 5200,
    carriedShare: 0.06,
    carriedSd: 0.01,
  },
});

/** The international avoirdupois pound. */
const GRAMS_PER_POUND = 453.59237;
