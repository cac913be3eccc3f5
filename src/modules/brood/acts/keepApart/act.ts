import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { howMany } from '@/server/act/inputs';
import { loadQuestions, sensitive } from '@/server/questions';

/**
 * A sample of a lot kept apart as future brood: it becomes a lot of its own with the families of the one it came from,
 * and is followed as such.
 */
export const keepApart = defineAct({
  type: 'brood.keepApart',
  title: 'Keep for brood',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    unit: z.number().int(),
    lotId: z.number().int().optional(),
    stage: z.string().optional(),
    amount: howMany,
    to: z.number().int(),
  }),
  result: returns<{ lot: string; lotId: number; unit: string }>(),
  questions: [...loadQuestions, sensitive],
  kinds: { keepBrood: { word: 'kept for brood' } },
});
