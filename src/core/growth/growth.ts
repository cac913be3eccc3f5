import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';

/** Fulton's condition factor, 10⁵ W/L³. @param massG grams @param lengthMm millimetres @example conditionFactor(10, 100) // 1 */
export const conditionFactor = (massG: number, lengthMm: number) => (1e5 * massG) / lengthMm ** 3;

export const condition = defineCalculation({
  id: 'growth.condition',
  title: 'Condition factor',
  asks: 'Is this fish lean or fat for its length?',
  input: z.strictObject({ massG: schema.positive, lengthMm: schema.positive }),
  output: z.strictObject({ k: z.number(), warnings: schema.warnings }),
  compute: (i) => {
    const k = conditionFactor(i.massG, i.lengthMm);
    return { k, ...(k < 0.1 || k > 10 ? { warnings: ['far from any fish: grams and millimetres?'] } : {}) };
  },
  working: (i, o) => ({
    formula: 'K = 10⁵ W / L³',
    steps: [{ name: 'k', says: 'condition factor', expression: `100000 * ${i.massG} / ${i.lengthMm}^3`, value: o.k }],
  }),
  source: 'Fulton 1904; unit convention of Ricker 1975, Bull. Fish. Res. Board Can. 191',
  validWhen: 'Compared within one species and about one size.',
  cautions: ['Use one kind of length throughout: total or fork.'],
  example: { massG: 12.4, lengthMm: 108 },
});

export const specific = defineCalculation({
  id: 'growth.specific',
  title: 'Specific growth rate',
  asks: 'How many per cent a day did they gain?',
  input: z.strictObject({ startG: schema.positive, endG: schema.positive, days: schema.positive }),
  output: z.strictObject({ percentPerDay: z.number() }),
  compute: (i) => ({ percentPerDay: (100 * Math.log(i.endG / i.startG)) / i.days }),
  working: (i, o) => ({
    formula: '100 ln(W₂/W₁) / days',
    steps: [
      {
        name: 'percentPerDay',
        says: 'growth a day',
        expression: `100 * ln(${i.endG} / ${i.startG}) / ${i.days}`,
        value: o.percentPerDay,
        unit: '%/day',
      },
    ],
  }),
  source: 'Ricker 1975, Bull. Fish. Res. Board Can. 191',
  validWhen: 'Over a span in which growth was about even.',
  cautions: ['Grading out the small ones looks like growth.'],
  example: { startG: 0.3, endG: 1.1, days: 28 },
});

export const thermal = defineCalculation({
  id: 'growth.thermal',
  title: 'Thermal growth coefficient',
  asks: 'How fast for the warmth they had, and what will they weigh?',
  input: z.strictObject({
    startG: schema.positive,
    degreeDays: schema.positive,
    endG: schema.positive.optional(),
    tgc: z.number().optional(),
  }),
  output: z.strictObject({ tgc: z.number(), endG: z.number() }),
  compute: (i) => {
    if ((i.endG === undefined) === (i.tgc === undefined))
      throw new CalculationError(
        'input',
        i.endG === undefined ? 'endG' : 'tgc',
        'give either the mass at the end or the coefficient',
      );
    if (i.endG !== undefined)
      return { tgc: (1000 * (Math.cbrt(i.endG) - Math.cbrt(i.startG))) / i.degreeDays, endG: i.endG };
    const root = Math.cbrt(i.startG) + (i.tgc! * i.degreeDays) / 1000;
    if (root <= 0) throw new CalculationError('input', 'tgc', 'so negative that nothing is left');
    return { tgc: i.tgc!, endG: root ** 3 };
  },
  working: (i, o) => ({
    formula: 'TGC = 1000 (W₂^⅓ − W₁^⅓) / degree-days',
    steps:
      i.endG !== undefined
        ? [
            {
              name: 'tgc',
              says: 'thermal growth coefficient',
              expression: `1000 * (${i.endG}^(1/3) - ${i.startG}^(1/3)) / ${i.degreeDays}`,
              value: o.tgc,
            },
          ]
        : [
            {
              name: 'endG',
              says: 'mass at the end',
              expression: `(${i.startG}^(1/3) + ${i.tgc} * ${i.degreeDays} / 1000)^3`,
              value: o.endG,
              unit: 'g',
            },
          ],
  }),
  source:
    'Iwama and Tautz 1981, Can. J. Fish. Aquat. Sci. 38: 649-656; coefficient as in Cho 1992, Aquaculture 100: 107-123',
  validWhen: 'Below the temperature at which growth turns down; fed to appetite.',
  cautions: ['Not for larvae in their first weeks.'],
  example: { startG: 0.3, endG: 1.1, degreeDays: 250 },
});
