import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';

export const milt = defineCalculation({
  id: 'milt.needed',
  title: 'Milt needed',
  asks: 'So many eggs, this milt: how much of it?',
  input: z.strictObject({
    eggs: schema.positive,
    spermPerEgg: schema.positive,
    /** Thousand millions a millilitre. */
    spermPerMlBillion: schema.positive,
    motileShare: z.number().gt(0, 'of none that moves no volume is enough').max(1, 'is a share, at most 1'),
    /** What there is. */
    miltMl: schema.nonNegative.optional(),
  }),
  output: z.strictObject({
    miltNeededMl: z.number(),
    enough: z.boolean().optional(),
    spermPerEggThere: z.number().optional(),
  }),
  compute: (i) => {
    const perMl = i.spermPerMlBillion * 1e9 * i.motileShare;
    const miltNeededMl = (i.eggs * i.spermPerEgg) / perMl;
    return {
      miltNeededMl,
      ...(i.miltMl === undefined
        ? {}
        : { enough: i.miltMl >= miltNeededMl, spermPerEggThere: (i.miltMl * perMl) / i.eggs }),
    };
  },
  working: (i, o) => ({
    formula: 'milt = eggs · sperm per egg / (sperm per mL · motile share)',
    steps: [
      {
        name: 'miltNeededMl',
        says: 'milt needed',
        expression: `${i.eggs} * ${i.spermPerEgg} / (${i.spermPerMlBillion} * 1e9 * ${i.motileShare})`,
        value: o.miltNeededMl,
        unit: 'mL',
      },
    ],
  }),
  source: 'method, no source; sperm per egg of a species stands in Reference',
  validWhen: 'Density and motility are of this milt, looked at today.',
  cautions: [
    'Never a single male for a batch: his fertility may be low, and how it looks does not tell.',
    'No water to the milt before its time: it moves for a minute or less.',
  ],
  example: { eggs: 60000, spermPerEgg: 100000, spermPerMlBillion: 2, motileShare: 0.8, miltMl: 10 },
});
