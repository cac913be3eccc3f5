import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';

/**
 * Days that a stock lasts at what each day takes, in fractions of a day; after the last day of the forecast its use goes
 * on. @returns null where nothing is used any more @example daysLeft(10, [4, 4]) // 2.5
 */
export function daysLeft(stockKg: number, dailyKg: readonly number[]): number | null {
  let left = stockKg;
  for (const [day, use] of dailyKg.entries()) {
    if (use > 0 && left <= use) return day + left / use;
    left -= use;
  }
  const last = dailyKg.at(-1)!;
  return last > 0 ? dailyKg.length + left / last : null;
}

export const calculation = defineCalculation({
  id: 'feed.stock',
  title: 'Days of feed left',
  asks: 'How long does it last, and when must it be ordered?',
  input: z.strictObject({
    stockKg: schema.nonNegative,
    /** Use of each day to come, today first. */
    dailyKg: z.array(schema.nonNegative).min(1, 'needs at least one day'),
    /** Days from the order to the delivery. */
    leadDays: schema.nonNegative,
    safetyDays: schema.nonNegative.default(0),
  }),
  output: z.strictObject({
    daysLeft: z.number().nullable(),
    /** From now; below nought the order is late. */
    reorderInDays: z.number().nullable(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const left = daysLeft(i.stockKg, i.dailyKg);
    const reorder = left === null ? null : left - i.leadDays - i.safetyDays;
    const warnings: string[] = [];
    if (left === null) warnings.push('nothing is fed of it after the forecast: it does not run out');
    else if (left > i.dailyKg.length) warnings.push('beyond the forecast the last day’s use is taken to go on');
    if (reorder !== null && reorder <= 0) warnings.push('order now: it would come late or leave no reserve');
    return { daysLeft: left, reorderInDays: reorder, ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => {
    if (o.daysLeft === null)
      return {
        formula: 'what is left after the days of the forecast',
        steps: [
          {
            name: 'leftKg',
            says: 'left after the forecast',
            expression: `${i.stockKg} - (${i.dailyKg.join(' + ')})`,
            value: i.stockKg - i.dailyKg.reduce((s, d) => s + d, 0),
            unit: 'kg',
          },
        ],
      };
    const whole = Math.min(Math.ceil(o.daysLeft) - 1, i.dailyKg.length);
    const before = i.dailyKg.slice(0, Math.max(0, whole));
    const use = i.dailyKg[Math.max(0, whole)] ?? i.dailyKg.at(-1)!;
    return {
      formula: 'whole days while it lasts, and the share of the next; order = days left − lead − reserve',
      steps: [
        {
          name: 'daysLeft',
          says: 'days left',
          expression:
            use > 0
              ? `${before.length} + (${i.stockKg} - (${before.length > 0 ? before.join(' + ') : '0'})) / ${use}`
              : `${o.daysLeft}`,
          value: o.daysLeft,
          unit: 'days',
        },
        {
          name: 'reorderInDays',
          says: 'until it must be ordered',
          expression: `daysLeft - ${i.leadDays} - ${i.safetyDays}`,
          value: o.reorderInDays!,
          unit: 'days',
        },
      ],
    };
  },
  source: 'Stock against the forecast of use: method, no source',
  validWhen: 'The forecast counts every tank that eats of it.',
  cautions: ['Feed past its date is no reserve.'],
  example: { stockKg: 60, dailyKg: [5.2, 5.3, 5.5, 5.6, 5.8], leadDays: 6, safetyDays: 2 },
});
