import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { Z95 } from '../quantities/interval';

export const calculation = defineCalculation({
  id: 'feed.waste',
  title: 'Feed left over',
  asks: 'How much was eaten, and how much was wasted?',
  input: z
    .strictObject({
      offeredG: schema.positive,
      /** As dry as it was offered: leftovers that are wet weigh more. */
      leftG: schema.nonNegative,
      leftSdG: schema.nonNegative.default(0),
    })
    .refine((i) => i.leftG <= i.offeredG, {
      path: ['leftG'],
      error: 'is more than was offered: leftovers are wet, weigh them dried, or take the water off',
    }),
  output: z.strictObject({
    eatenG: z.number(),
    wasteShare: z.number(),
    low: z.number(),
    high: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const half = (Z95 * i.leftSdG) / i.offeredG;
    const share = i.leftG / i.offeredG;
    return {
      eatenG: i.offeredG - i.leftG,
      wasteShare: share,
      low: Math.max(0, share - half),
      high: Math.min(1, share + half),
      ...(share > 0.25
        ? { warnings: ['more than a quarter was left: look at the water and at the animals first'] }
        : {}),
    };
  },
  working: (i, o) => ({
    formula: 'eaten = offered − left; waste = left / offered',
    steps: [
      { name: 'eatenG', says: 'eaten', expression: `${i.offeredG} - ${i.leftG}`, value: o.eatenG, unit: 'g' },
      { name: 'wasteShare', says: 'share wasted', expression: `${i.leftG} / ${i.offeredG}`, value: o.wasteShare },
    ],
  }),
  source: 'Mass balance: method, no source',
  validWhen: 'What was left is found again: what is dissolved or washed out counts as eaten.',
  cautions: ['Little left may mean too little given: growth tells.'],
  example: { offeredG: 800, leftG: 45, leftSdG: 6 },
});
