import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';

/** What a tray shows when it is lifted. */
export const traysLeft = ['none', 'few', 'tenth', 'quarter', 'more'] as const;
export type TrayLeft = (typeof traysLeft)[number];

/** What a tray shows, in the words that stand on its buttons and in the ledger. */
export const trayWords: Record<TrayLeft, string> = {
  none: 'nothing left',
  few: 'a few pellets left',
  tenth: 'less than a tenth left',
  quarter: 'about a quarter left',
  more: 'more left',
};

/** What of the meal such a tray has left, as a share: by eye, so that the middle of each step stands for it. `verify` */
export const trayShare: Readonly<Record<TrayLeft, number>> = {
  none: 0,
  few: 0.01,
  tenth: 0.06,
  quarter: 0.25,
  more: 0.6,
};

/**
 * What the next meal is of the last one, by what was left: a few pellets are right, an empty tray raises, much left
 * cuts. Own steps, as bold as tray feeding is by use. `verify`
 */
export const usualRule: Readonly<Record<TrayLeft, number>> = {
  none: 1.1,
  few: 1,
  tenth: 0.9,
  quarter: 0.75,
  more: 0.5,
};

const factor = schema.nonNegative.max(5, 'would be more than five meals at once');

export const trayInput = z.strictObject({
  offeredG: schema.positive,
  left: z.enum(traysLeft, { error: `must be one of ${traysLeft.join(', ')}` }),
  rule: z.strictObject({ none: factor, few: factor, tenth: factor, quarter: factor, more: factor }).optional(),
  least: schema.nonNegative.optional(),
  most: schema.positive.optional(),
});

/** The next meal by what the last one left, within its bounds, g; with the arithmetic. */
export function nextMeal(i: z.output<typeof trayInput>): { nextG: number; bounded: boolean; expression: string } {
  if (i.least !== undefined && i.most !== undefined && i.least > i.most)
    throw new CalculationError('input', 'least', 'must not be above the most');
  const f = (i.rule ?? usualRule)[i.left];
  const plainG = i.offeredG * f;
  const nextG = Math.min(Math.max(plainG, i.least ?? 0), i.most ?? Number.POSITIVE_INFINITY);
  const inner = `${i.offeredG} * ${f}`;
  const above = i.least === undefined ? inner : `max(${inner}, ${i.least})`;
  return { nextG, bounded: nextG !== plainG, expression: i.most === undefined ? above : `min(${above}, ${i.most})` };
}

export const calculation = defineCalculation({
  id: 'appetite.next',
  title: 'Next meal by the tray',
  asks: 'So much was offered, so much was left: how much next time?',
  input: trayInput,
  output: z.strictObject({ nextG: z.number(), warnings: schema.warnings }),
  compute: (i) => {
    const { nextG, bounded } = nextMeal(i);
    const warnings = [
      ...(bounded ? ['held within its bounds'] : []),
      ...(i.left === 'more' ? ['most of it was left: look at the water and at the animals before the next meal'] : []),
    ];
    return { nextG, ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => ({
    formula: 'next = offered · factor of what was left, within its bounds',
    steps: [{ name: 'nextG', says: 'next meal', expression: nextMeal(i).expression, value: o.nextG, unit: 'g' }],
  }),
  source: 'Rule of trays: method, no source; its factors are data (verify)',
  validWhen: 'Trays are lifted at the same time after each meal, and every animal reaches one.',
  cautions: ['Crustaceans eat little before and during the moult: a full tray then is no lack of appetite.'],
  example: { offeredG: 120, left: 'few' },
});
