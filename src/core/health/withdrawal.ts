import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { crossing } from '../development/timeline';
import { warmthFrom } from '../growth/forecast';
import { DAY_MS } from '../time/spans';

/**
 * When a withdrawal by warmth is over: its degree-days above 0 °C along temperatures as they are known, the last going
 * on. @returns null where the water is too cold to bring them within four years
 */
export function withdrawnByWarmth(
  degreeDays: number,
  from: number,
  temperatures: readonly { at: number; celsius: number }[],
): number | null {
  const w = warmthFrom(temperatures, from);
  const at = crossing(w.line, w.degreeDays, degreeDays);
  return Number.isFinite(at) ? at : null;
}

const iso = (t: number) => new Date(t).toISOString();

export const calculation = defineCalculation({
  id: 'health.withdrawal',
  title: 'Withdrawal after a treatment',
  asks: 'Until when may they not be released, sold or eaten?',
  input: z
    .strictObject({
      /** Degree-days, °C·d, or days: as the label or the vet says. */
      degreeDays: schema.positive.optional(),
      days: schema.positive.optional(),
      /** The end of the treatment. */
      from: schema.instant,
      temperatures: z
        .array(z.strictObject({ at: schema.instant, celsius: z.number().min(-2, 'is colder than water gets').max(45) }))
        .min(1, 'needs at least one temperature')
        .optional(),
    })
    .refine((i) => (i.degreeDays === undefined) !== (i.days === undefined), {
      path: ['degreeDays'],
      error: 'give either degree-days or days',
    })
    .refine((i) => i.degreeDays === undefined || i.temperatures !== undefined, {
      path: ['temperatures'],
      error: 'needed for degree-days',
    }),
  output: z.strictObject({ until: z.string(), days: z.number(), warnings: schema.warnings }),
  compute: (i) => {
    const from = Date.parse(i.from);
    if (i.days !== undefined) return { until: iso(from + i.days * DAY_MS), days: i.days };
    const temperatures = i.temperatures!.map((t) => ({ at: Date.parse(t.at), celsius: t.celsius }));
    const until = withdrawnByWarmth(i.degreeDays!, from, temperatures);
    if (until === null)
      throw new CalculationError(
        'input',
        'temperatures',
        'are too cold: the degree-days do not come within four years',
      );
    const last = Math.max(...temperatures.map((t) => t.at));
    return {
      until: iso(until),
      days: (until - from) / DAY_MS,
      ...(until > last
        ? { warnings: ['beyond the last temperature, which is taken to go on: work it again with what was read'] }
        : {}),
    };
  },
  working: (i, o) => ({
    formula: i.days !== undefined ? 'until = end + days' : 'until = when the sum of temperatures above 0 °C is reached',
    steps: [
      i.days !== undefined
        ? { name: 'days', says: 'after the end of the treatment', expression: String(i.days), value: o.days, unit: 'd' }
        : {
            name: 'days',
            says: `of this water for ${i.degreeDays} °C·d`,
            expression: String(o.days),
            value: o.days,
            unit: 'd',
          },
    ],
  }),
  source: 'Sum of temperature above 0 °C, as labels state withdrawal in degree-days: method, no source',
  validWhen: 'The label, or the vet who prescribed it, gives the days or degree-days for this product and species.',
  cautions: [
    'The label and local law decide; where they ask for both days and degree-days the later one holds.',
    'Use temperatures of the water in which they stand, not of the air or another tank.',
  ],
  example: {
    degreeDays: 500,
    from: '2031-04-14T08:00:00Z',
    temperatures: [
      { at: '2031-04-14T08:00:00Z', celsius: 8 },
      { at: '2031-05-14T08:00:00Z', celsius: 12 },
    ],
  },
});
