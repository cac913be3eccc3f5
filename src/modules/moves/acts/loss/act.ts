import { z } from 'zod';
import { measurement } from '@/core/books/measurement';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { sensitive, shortfall } from '@/server/questions';

/** Culled, sold, sampled and killed, escaped, or a whole unit lost: a measured number, or all that is left. */
export const recordLossOf = defineAct({
  type: 'loss.record',
  title: 'Cull, sell, lose',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    ...standingFields,
    account: z.enum(['culled', 'sold', 'sampled', 'escaped', 'dead']),
    all: z.boolean().default(false),
    measured: measurement.optional(),
    cause: z.string().trim().max(200, 'is too long').default(''),
    receiver: z.string().trim().max(120, 'is too long').default(''),
  }),
  result: returns<{ lot: string; unit: string; number: number | null }>(),
  questions: [shortfall, sensitive],
  kinds: {
    cull: { word: 'culled' },
    sale: { word: 'sold' },
    sample: { word: 'sampled' },
    escape: { word: 'escaped' },
    unitLoss: { word: 'unit lost' },
  },
  texts: (i) => [i.cause, i.receiver],
});
