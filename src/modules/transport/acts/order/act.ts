import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** Fish that somebody wants: so many, of such a size, on a day; changed, or closed when it is served or given up. */
export const saveOrder = defineAct({
  type: 'order.save',
  title: 'An order',
  by: ['manager', 'culturist'],
  input: z.object({
    id: z.number().int().optional(),
    customer: z.string().trim().min(1, 'needed: for whom').max(120, 'is too long'),
    species: z.string().max(60),
    number: z
      .number()
      .int('must be a whole number')
      .min(1, 'needs at least one')
      .max(1e9, 'is more than anybody keeps'),
    leastG: z.number().gt(0, 'must be above 0').max(1e6, 'is more than any fish here'),
    dueAt: z.number().int(),
    priceEach: z.number().min(0, 'cannot be negative').nullable().default(null),
    note: z.string().trim().max(300, 'is too long').default(''),
    closed: z.boolean().default(false),
  }),
  result: returns<{ id: number }>(),
});
