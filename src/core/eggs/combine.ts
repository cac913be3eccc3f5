import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { chiSquareUpper } from '../distributions';
import { Z95 } from '../quantities/interval';

const estimate = z.strictObject({ value: z.number(), sd: schema.positive, label: z.string().optional() });

/**
 * Inverse-variance mean of independent estimates and the test that they agree (χ² on k - 1). Where they do not
 * (p < 0.05) the standard deviation is widened by √(χ²/df) (Birge 1932).
 */
export function combineEstimates(estimates: readonly { value: number; sd: number }[]) {
  const weight = estimates.reduce((s, e) => s + e.sd ** -2, 0);
  const value = estimates.reduce((s, e) => s + e.value * e.sd ** -2, 0) / weight;
  const df = estimates.length - 1;
  const chiSquare = estimates.reduce((s, e) => s + ((e.value - value) / e.sd) ** 2, 0);
  const pValue = chiSquareUpper(chiSquare, df);
  const agree = pValue >= 0.05;
  const sd = Math.sqrt(1 / weight) * (agree ? 1 : Math.sqrt(chiSquare / df));
  return { value, sd, low: value - Z95 * sd, high: value + Z95 * sd, chiSquare, pValue, agree, df };
}

export const calculation = defineCalculation({
  id: 'eggs.combine',
  title: 'Two methods, one number',
  asks: 'Volume says one thing, weight another: what do they say together, and do they agree?',
  input: z.strictObject({ estimates: z.array(estimate).min(1, 'needs at least one estimate') }),
  output: z.strictObject({
    value: z.number(),
    sd: z.number(),
    low: z.number(),
    high: z.number(),
    chiSquare: z.number(),
    pValue: z.number(),
    agree: z.boolean(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const { df: _, ...c } = combineEstimates(i.estimates);
    return c.agree
      ? c
      : {
          ...c,
          warnings: ['the estimates disagree beyond chance: one of them is off; the spread is widened by √(χ²/df)'],
        };
  },
  working: (i, o) => {
    const df = i.estimates.length - 1;
    return {
      formula: 'value = Σ(x/sd²) / Σ(1/sd²); χ² = Σ((x − value)/sd)²',
      steps: [
        {
          name: 'weight',
          says: 'sum of weights',
          expression: i.estimates.map((e) => `1 / ${e.sd}^2`).join(' + '),
          value: i.estimates.reduce((s, e) => s + e.sd ** -2, 0),
        },
        {
          name: 'value',
          says: 'together',
          expression: `(${i.estimates.map((e) => `${e.value} / ${e.sd}^2`).join(' + ')}) / weight`,
          value: o.value,
        },
        {
          name: 'chiSquare',
          says: 'disagreement',
          expression: i.estimates.map((e) => `((${e.value} - value) / ${e.sd})^2`).join(' + '),
          value: o.chiSquare,
        },
        {
          name: 'pValue',
          says: 'chance of so much or more',
          expression: df > 0 ? `chiSquareUpper(chiSquare, ${df})` : '1',
          value: o.pValue,
        },
        {
          name: 'sd',
          says: o.agree ? 'standard deviation' : 'standard deviation, widened',
          expression: o.agree ? 'sqrt(1 / weight)' : `sqrt(1 / weight) * sqrt(chiSquare / ${df})`,
          value: o.sd,
        },
        { name: 'low', says: 'lower end', expression: `value - ${Z95} * sd`, value: o.low },
        { name: 'high', says: 'upper end', expression: `value + ${Z95} * sd`, value: o.high },
      ],
      notes: ['A high p says that no conflict was seen; it does not prove agreement.'],
    };
  },
  source: 'Inverse-variance mean; widening by the Birge ratio: Birge 1932, Phys. Rev. 40: 207-227',
  validWhen: 'The estimates are independent. Two methods that share the total volume are not.',
  cautions: ['Dry and hardened estimates are not estimates of one thing unless both are numbers of eggs.'],
  example: {
    estimates: [
      { value: 1000, sd: 50, label: 'volume' },
      { value: 1100, sd: 50, label: 'weight' },
    ],
  },
});
