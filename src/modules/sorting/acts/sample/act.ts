import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';

/** Animals taken out to be looked at and put back: an observation. Those that died of it go out as dead. */
export const recordSampleReturned = defineAct({
  type: 'sample.return',
  title: 'Sample',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...eventFields,
      ...standingFields,
      number: z.number().int('must be a whole number').min(1, 'needs at least one'),
      dead: z.number().int('must be a whole number').min(0, 'cannot be negative').default(0),
      purpose: z.string().trim().max(200, 'is too long').default(''),
    })
    .refine((p) => p.dead <= p.number, { path: ['dead'], error: 'cannot be more than were taken out' }),
  result: returns<{ lot: string; unit: string; number: number; dead: number }>(),
  kinds: {
    sampleBack: {
      word: 'sample put back',
      looksAt: true,
      says: ({ intent: i }) => [
        { count: i.number ?? 0 },
        ' put back',
        ...(i.dead ? [', ', { count: i.dead }, ' died of it'] : []),
        i.purpose ? `, ${i.purpose}` : '',
      ],
    },
  },
  texts: (i) => [i.purpose],
});
