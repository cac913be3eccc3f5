import { z } from 'zod';
import { defineCalculation, type Step, schema } from '../calculation';
import { studentQuantile } from '../distributions';

export const calculation = defineCalculation({
  id: 'incubation.yolkIndex',
  title: 'Yolk index K_D',
  asks: 'From wet mass and length of some larvae: how much yolk is left, and are they ready to be ponded?',
  input: z.strictObject({
    larvae: z
      .array(z.strictObject({ massMg: schema.positive, lengthMm: schema.positive }))
      .min(1, 'needs at least one larva'),
    /** The index at which this stock has swum up, from your own samples. */
    readyBelow: schema.positive.optional(),
  }),
  output: z.strictObject({
    index: z.number(),
    low: z.number().nullable(),
    high: z.number().nullable(),
    ready: z.boolean().nullable(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const each = i.larvae.map(indexOf);
    const n = each.length;
    const index = each.reduce((s, v) => s + v, 0) / n;
    const sd = n < 2 ? null : Math.sqrt(each.reduce((s, v) => s + (v - index) ** 2, 0) / (n - 1));
    const half = sd === null ? null : (studentQuantile(0.975, n - 1) * sd) / Math.sqrt(n);
    return {
      index,
      low: half === null ? null : index - half,
      high: half === null ? null : index + half,
      // One larva says nothing of how they differ.
      ready: i.readyBelow === undefined || half === null ? null : index + half < i.readyBelow,
      ...(n < 10 ? { warnings: ['fewer than ten larvae: look at some more, from several depths'] } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'K_D = 10 · (mass in mg)^(1/3) / length in mm, the mean over the larvae',
    steps: [
      {
        name: 'index',
        says: 'mean index',
        expression: `(${i.larvae.map((l) => `10 * ${l.massMg}^(1/3) / ${l.lengthMm}`).join(' + ')}) / ${i.larvae.length}`,
        value: o.index,
      },
      ...(o.high === null
        ? []
        : ([
            {
              name: 'half',
              says: 'half its interval, by Student’s t',
              expression: `studentQuantile(0.975, ${i.larvae.length - 1}) * sqrt((${i.larvae.map((l) => `(10 * ${l.massMg}^(1/3) / ${l.lengthMm} - index)^2`).join(' + ')}) / ${i.larvae.length - 1}) / sqrt(${i.larvae.length})`,
              value: o.high - o.index,
            },
            { name: 'high', says: 'upper end', expression: 'index + half', value: o.high },
          ] satisfies Step[])),
    ],
  }),
  source: 'Bams 1970, J. Fish. Res. Board Can. 27: 1429-1452 (developmental index K_D)',
  validWhen: 'Wet mass of larvae dried on paper for the same few seconds; the ready value is calibrated for the stock.',
  cautions: ['Anaesthetise larvae by label and local rules, or take them as a killed sample.'],
  example: {
    larvae: [
      { massMg: 82, lengthMm: 22.4 },
      { massMg: 78, lengthMm: 22.1 },
      { massMg: 85, lengthMm: 22.9 },
    ],
    readyBelow: 1.98,
  },
});

const indexOf = (l: { massMg: number; lengthMm: number }) => (10 * Math.cbrt(l.massMg)) / l.lengthMm;
