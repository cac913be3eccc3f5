import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { upperOf, zOf } from '../eggs/sphere';

/** Mass without the water that came along with it. @param share of the wet mass that is water */
export const withoutWater = (wetG: number, share: number): number => wetG * (1 - share);

export const calculation = defineCalculation({
  id: 'count.carriedWater',
  title: 'Water weighed with the fish',
  asks: 'They were weighed wet: how much of it is fish?',
  input: z.strictObject({
    wetG: schema.positive,
    /** Of what was weighed, water: of a few batches weighed wet and again drained. */
    carriedShare: z.number().min(0, 'cannot be negative').lt(1, 'must be below 1: all of it would be water'),
    carriedSd: schema.nonNegative.default(0),
    confidence: schema.confidence,
  }),
  output: z.strictObject({
    massG: z.number(),
    low: z.number(),
    high: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const half = zOf(i.confidence) * i.carriedSd;
    const warnings =
      i.carriedShare > MUCH ? ['so much water is rarely carried: percent or share, wet or drained first?'] : [];
    return {
      massG: withoutWater(i.wetG, i.carriedShare),
      low: withoutWater(i.wetG, Math.min(1, i.carriedShare + half)),
      high: withoutWater(i.wetG, Math.max(0, i.carriedShare - half)),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'mass = wet mass · (1 − share of water)',
    steps: [
      { name: 'massG', says: 'fish', expression: `${i.wetG} * (1 - ${i.carriedShare})`, value: o.massG, unit: 'g' },
      {
        name: 'low',
        says: 'lower end',
        expression: `${i.wetG} * (1 - min(1, ${i.carriedShare} + normalQuantile(${upperOf(i.confidence)}) * ${i.carriedSd}))`,
        value: o.low,
        unit: 'g',
      },
      {
        name: 'high',
        says: 'upper end',
        expression: `${i.wetG} * (1 - max(0, ${i.carriedShare} - normalQuantile(${upperOf(i.confidence)}) * ${i.carriedSd}))`,
        value: o.high,
        unit: 'g',
      },
    ],
  }),
  source: 'Arithmetic; method, no source',
  validWhen: 'The share was found on batches of the same net and size: the smaller they are, the more water clings.',
  cautions: ['Water in the bucket is tare, not carried water: tare the bucket with its water first.'],
  example: { wetG: 8400, carriedShare: 0.08, carriedSd: 0.01 },
});

/** More water than this of what is weighed is asked about: drained fry carry less, and per cent typed as a share more. */
const MUCH = 0.5;
