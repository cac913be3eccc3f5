import { z } from 'zod';
import { fateDetails, givenAway, killedHow } from '@/core/books/fates';
import { measurement } from '@/core/books/measurement';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { sensitive, shortfall, uncertified, withdrawal } from '@/server/questions';

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
    /** Of those that go out alive or as food: what becomes of them. */
    fate: z.enum(givenAway).default('sold'),
    ...fateDetails,
    /** How those that are culled were killed. */
    method: killedHow,
  }),
  result: returns<{ lot: string; unit: string; number: number | null }>(),
  questions: [shortfall, sensitive, withdrawal, uncertified],
  kinds: {
    cull: { word: 'culled', paper: '/print/fates' },
    sale: { word: 'sold', paper: '/print/fates' },
    sample: { word: 'sampled' },
    escape: { word: 'escaped' },
    unitLoss: { word: 'unit lost' },
  },
  texts: (i) => [i.cause, i.receiver, i.method],
});
