import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';

/** Declared although a criterion is not met, or not known. */
export const unmet = defineQuestion('unmet', 'yes');

/** Somebody decides that the larvae of a tank eat: from then on nobody asks for their first meal. */
export const feedingTaken = defineAct({
  type: 'feeding.taken',
  title: 'Feeding is taken',
  by: ['manager', 'culturist'],
  input: z.object({ ...eventFields, ...standingFields }),
  result: returns<{ lot: string; unit: string }>(),
  questions: [unmet],
  onlyTakenBack: 'It says nothing but that they eat.',
  kinds: {
    taken: {
      word: 'feeding taken',
      looksAt: true,
      says: ({ intent: i }) => [String(i.criteria ?? '')],
    },
  },
});
