import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** One batch is through, or a pair of hands changed its needle. */
export const vaccineBatch = defineAct({
  type: 'vaccination.batch',
  title: 'A batch vaccinated',
  by: ['manager', 'culturist', 'hand'],
  quiet: true,
  input: z
    .object({
      vaccination: z.number().int(),
      what: z.enum(['batch', 'needle']).default('batch'),
      number: z.number().int().min(0, 'cannot be negative').max(100_000, 'is more than one batch').default(0),
      dead: z.number().int().min(0, 'cannot be negative').default(0),
      asleepS: z.number().min(0, 'cannot be negative').max(7200, 'is two hours').optional(),
      /** Whose hands. */
      hand: z.string().trim().max(80, 'is too long').default(''),
      /** When it was through, at a device that was without a connection. */
      at: z.number().int().optional(),
    })
    .refine((p) => p.what === 'needle' || p.number > 0, { path: ['number'], error: 'needed: how many' })
    .refine((p) => p.dead <= p.number, { path: ['dead'], error: 'cannot be more than were in it' }),
  result: returns<{ done: number }>(),
});
