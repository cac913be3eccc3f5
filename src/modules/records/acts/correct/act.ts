import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** Takes an entry back, and puts another in its place where one is given. Both stay visible. */
export const correct = defineAct({
  type: 'entry.correct',
  title: 'Correct',
  passesAnswersOn: true,
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    entryId: z.string(),
    reason: z.string().trim().max(400, 'is too long').default(''),
    /**
     * Fields of the payload that made the entry, corrected; those not named stay, null takes one away. Without it the
     * entry is just taken back.
     */
    replacement: z.record(z.string(), z.unknown()).optional(),
  }),
  result: returns<{ rederived: number; taken?: string; replaced?: string; result?: unknown }>(),
  kinds: { correction: { word: 'correction' } },
  texts: (i) => [i.reason],
});
