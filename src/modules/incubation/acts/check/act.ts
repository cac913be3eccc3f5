import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import type { Share } from '@/server/act/results';
import { early } from '@/server/questions';

/** A sample looked at and put back: an observation, it moves no animal. */
export const recordCheck = defineAct({
  type: 'check.record',
  title: 'Check',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...eventFields,
      ...standingFields,
      check: z.string(),
      trials: z.number().int('must be a whole number').min(1, 'needs at least one looked at'),
      successes: z.number().int('must be a whole number').min(0, 'cannot be negative'),
    })
    .refine((p) => p.successes <= p.trials, { path: ['successes'], error: 'cannot be more than were looked at' }),
  result: returns<{ lot: string; unit: string } & Share>(),
  questions: [early],
  kinds: {
    check: {
      word: 'check',
      looksAt: true,
      says: ({ intent: i }) => [`${i.check}: ${i.successes} of ${i.trials}`],
      measured: (i) =>
        typeof i.successes === 'number' && i.trials
          ? { value: (100 * i.successes) / i.trials, unit: `% of ${i.trials}` }
          : {},
    },
  },
});
