import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { studentQuantile } from '../distributions';

/** Fewer eggs than this say little of a female: practice cuts some fifteen. */
const FEWEST = 10;

export const polarisation = defineCalculation({
  id: 'eggs.polarisation',
  title: 'Polarisation index',
  asks: 'How far has the nucleus of her eggs come to the animal pole: is she ready to be injected?',
  input: z.strictObject({
    oocytes: z
      .array(
        z
          .strictObject({ nucleusToPoleMm: schema.nonNegative, diameterMm: schema.positive })
          .refine((o) => o.nucleusToPoleMm <= o.diameterMm, {
            path: ['nucleusToPoleMm'],
            error: 'cannot lie beyond the egg',
          }),
      )
      .min(1, 'needs at least one egg'),
    /** At or below this she is ready; above `notBefore` she is not. */
    ready: schema.positive.optional(),
    notBefore: schema.positive.optional(),
  }),
  output: z.strictObject({
    index: z.number(),
    sd: z.number().nullable(),
    low: z.number().nullable(),
    high: z.number().nullable(),
    verdict: z.enum(['ready', 'between', 'not yet', 'no limits given']),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const each = i.oocytes.map((o) => o.nucleusToPoleMm / o.diameterMm);
    const n = each.length;
    const index = each.reduce((s, x) => s + x, 0) / n;
    const sd = n < 2 ? null : Math.sqrt(each.reduce((s, x) => s + (x - index) ** 2, 0) / (n - 1));
    const half = sd === null ? null : (studentQuantile(0.975, n - 1) * sd) / Math.sqrt(n);
    const verdict =
      i.ready === undefined || i.notBefore === undefined
        ? ('no limits given' as const)
        : index <= i.ready
          ? ('ready' as const)
          : index > i.notBefore
            ? ('not yet' as const)
            : ('between' as const);
    const warnings = [
      ...(n < FEWEST ? [`${n} ${n === 1 ? 'egg says' : 'eggs say'} little: some fifteen are usual`] : []),
      // Two thirds apart around the mean is no one stage.
      ...(sd !== null && index > 0 && sd / index > 0.5 ? ['her eggs differ much: they do not ripen together'] : []),
    ];
    return {
      index,
      sd,
      low: half === null ? null : Math.max(0, index - half),
      high: half === null ? null : index + half,
      verdict,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'index = mean over eggs of distance (nucleus to animal pole) / diameter',
    steps: [
      {
        name: 'index',
        says: 'mean index',
        expression: `(${i.oocytes.map((x) => `${x.nucleusToPoleMm} / ${x.diameterMm}`).join(' + ')}) / ${i.oocytes.length}`,
        value: o.index,
      },
      ...(o.high === null || o.sd === null
        ? []
        : [
            {
              name: 'high',
              says: 'upper end of its 95 % interval',
              expression: `index + studentQuantile(0.975, ${i.oocytes.length - 1}) * ${o.sd} / sqrt(${i.oocytes.length})`,
              value: o.high,
            },
          ]),
    ],
  }),
  source: 'Polarisation index of sturgeon eggs after Dettlaff et al. 1993; limits of a species stand in Reference',
  validWhen: 'Eggs are boiled or fixed and cut through the poles; sturgeons.',
  cautions: ['An index between the limits: wait some days at the same water and take another sample.'],
  example: {
    oocytes: [
      { nucleusToPoleMm: 0.15, diameterMm: 2.3 },
      { nucleusToPoleMm: 0.12, diameterMm: 2.2 },
      { nucleusToPoleMm: 0.18, diameterMm: 2.4 },
    ],
    ready: 0.07,
    notBefore: 0.12,
  },
});
