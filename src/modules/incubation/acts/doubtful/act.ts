import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';

/** Pale eggs that were left in place near hatch: shells pale before they open. They are looked at again tomorrow. */
export const leaveDoubtful = defineAct({
  type: 'eggs.doubtful',
  title: 'Leave for a second look',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    ...standingFields,
    number: z
      .number()
      .int('must be a whole number')
      .min(0, 'cannot be negative')
      .max(1e7, 'is more than any unit holds'),
  }),
  result: returns<{ lot: string; unit: string; text: string }>(),
  kinds: {
    doubtful: {
      word: 'left for a second look',
      says: ({ intent: i }) => [{ count: i.number ?? 0 }, ' pale eggs left for a second look'],
    },
  },
});
