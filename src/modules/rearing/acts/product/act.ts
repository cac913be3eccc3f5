import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** A product of the feed store: for which size of fish, what it holds, what it costs, how long it takes to come. */
export const saveProduct = defineAct({
  type: 'feedProduct.save',
  title: 'Feed product',
  by: ['manager', 'culturist'],
  input: z
    .object({
      id: z.number().int().optional(),
      name: z.string().trim().min(1, 'needs a name').max(60, 'is too long'),
      /** Length of the fish that it is for. */
      fromMm: z.number().min(0, 'must not be below 0').max(2000, 'is longer than any fish here').optional(),
      toMm: z.number().gt(0, 'must be above 0').max(2000, 'is longer than any fish here').optional(),
      proteinShare: z.number().gt(0, 'must be above 0').max(0.95, 'is more than any feed holds').optional(),
      pricePerKg: z.number().min(0, 'must not be below 0').max(100_000, 'is no price of a kilogram').optional(),
      leadDays: z.number().min(0, 'must not be below 0').max(365, 'is more than a year').optional(),
      retired: z.boolean().default(false),
    })
    .refine((p) => (p.fromMm === undefined) === (p.toMm === undefined), {
      path: ['toMm'],
      error: 'needs both lengths, or none',
    })
    .refine((p) => p.fromMm === undefined || p.toMm === undefined || p.toMm > p.fromMm, {
      path: ['toMm'],
      error: 'must be above the length from which it is fed',
    }),
  result: returns<{ id: number }>(),
});
