import { z } from 'zod';
import { defineCalculation, type Step, schema } from '../calculation';
import { upperOf, zOf } from './sphere';

export const expected = defineCalculation({
  id: 'eggs.expected',
  title: 'Eggs to expect of a female',
  asks: 'She weighs so much: how many eggs may she give, and was what came usual?',
  input: z.strictObject({
    femaleMassKg: schema.positive,
    eggsPerKg: schema.positive,
    eggsPerKgSd: schema.nonNegative.optional(),
    /** What she gave. */
    eggs: schema.nonNegative.optional(),
    confidence: schema.confidence,
  }),
  output: z.strictObject({
    expected: z.number(),
    low: z.number().optional(),
    high: z.number().optional(),
    share: z.number().optional(),
    unusual: z.boolean().optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const mean = i.femaleMassKg * i.eggsPerKg;
    const half = i.eggsPerKgSd === undefined ? undefined : zOf(i.confidence) * i.femaleMassKg * i.eggsPerKgSd;
    const low = half === undefined ? undefined : Math.max(0, mean - half);
    const high = half === undefined ? undefined : mean + half;
    const unusual =
      i.eggs === undefined || low === undefined || high === undefined ? undefined : i.eggs < low || i.eggs > high;
    return {
      expected: mean,
      ...(low === undefined ? {} : { low, high }),
      ...(i.eggs === undefined ? {} : { share: i.eggs / mean }),
      ...(unusual === undefined ? {} : { unusual }),
      ...(low === undefined
        ? { warnings: ['how much females differ is not given, so what is usual cannot be told'] }
        : {}),
    };
  },
  working: (i, o) => {
    const steps: Step[] = [
      { name: 'expected', says: 'eggs', expression: `${i.femaleMassKg} * ${i.eggsPerKg}`, value: o.expected },
    ];
    if (o.low !== undefined)
      steps.push(
        {
          name: 'half',
          says: 'half of what is usual',
          expression: `normalQuantile(${upperOf(i.confidence)}) * ${i.femaleMassKg} * ${i.eggsPerKgSd}`,
          value: o.high! - o.expected,
        },
        { name: 'low', says: 'from', expression: 'max(0, expected - half)', value: o.low },
        { name: 'high', says: 'to', expression: 'expected + half', value: o.high! },
      );
    if (o.share !== undefined)
      steps.push({ name: 'share', says: 'share of it that came', expression: `${i.eggs} / expected`, value: o.share });
    return { formula: 'eggs = mass · eggs per kg; the females’ own spread about it', steps };
  },
  source: 'method, no source; eggs per kg of the species stand in Reference',
  validWhen: 'Eggs per kg and its spread are of this species and strain, and of females of like size.',
  cautions: ['Far fewer: she had let some go before, or is not all ripe. Far more: look for water in the measure.'],
  example: { femaleMassKg: 1.2, eggsPerKg: 3000, eggsPerKgSd: 500, eggs: 2900 },
});
