import { z } from 'zod';

export const rationMethods = ['table', 'growth', 'hatcheryConstant', 'percent', 'fixed'] as const;
export type RationMethod = (typeof rationMethods)[number];

/** How a tank is fed: by which method its ration follows, in how many meals, from when to when, by what. */
export const rationPlanFields = {
  method: z.enum(rationMethods),
  /** Of the method “table”: which; absent, the one of its species. */
  table: z.string().optional(),
  /** Of “growth” and “hatcheryConstant”: feed a gain; absent, what Reference expects. */
  conversion: z.number().gt(0, 'must be above 0').max(20, 'is no conversion').optional(),
  lengthGainMmPerDay: z.number().gt(0, 'must be above 0').max(20, 'is faster than any fish grows').optional(),
  percentPerDay: z.number().gt(0, 'must be above 0').max(100, 'is more than their whole mass').optional(),
  fixedG: z.number().gt(0, 'must be above 0').max(1e7, 'is more than any tank eats').optional(),
  /** Fed on purpose less, or more, than the method says. */
  ofMethodShare: z.number().gt(0, 'must be above 0').max(2, 'is more than twice the ration').default(1),
  mealsPerDay: z
    .number()
    .int('must be a whole number')
    .min(1, 'needs at least one meal')
    .max(96, 'is more than every quarter of an hour')
    .optional(),
  fromHour: z.number().min(0, 'is before midnight').max(24, 'is after midnight').default(6),
  toHour: z.number().min(0, 'is before midnight').max(24, 'is after midnight').default(20),
  by: z.enum(['hand', 'belt']).default('hand'),
  /** Product of the feed store. */
  product: z.number().int().optional(),
} as const;

const NEEDS: Partial<Record<RationMethod, 'percentPerDay' | 'fixedG' | 'lengthGainMmPerDay'>> = {
  percent: 'percentPerDay',
  fixed: 'fixedG',
  hatcheryConstant: 'lengthGainMmPerDay',
};
const WANTS = {
  percentPerDay: 'needs the share of their mass to feed a day',
  fixedG: 'needs the grams to feed a day',
  lengthGainMmPerDay: 'needs the growth in length that is wanted a day',
} as const;

/** What does not hang together in a plan: a figure that its method needs, or a day that ends before it begins. */
export function planFaults(p: {
  method: RationMethod;
  fromHour: number;
  toHour: number;
  percentPerDay?: number | undefined;
  fixedG?: number | undefined;
  lengthGainMmPerDay?: number | undefined;
}): { path: string; message: string }[] {
  const needs = NEEDS[p.method];
  return [
    ...(needs && p[needs] === undefined ? [{ path: needs, message: WANTS[needs] }] : []),
    ...(p.toHour <= p.fromHour ? [{ path: 'toHour', message: 'must be later than the first meal' }] : []),
  ];
}

export const rationPlan = z.object(rationPlanFields).superRefine((p, c) => {
  for (const f of planFaults(p)) c.addIssue({ code: 'custom', path: [f.path], message: f.message });
});
export type RationPlan = z.output<typeof rationPlan>;
