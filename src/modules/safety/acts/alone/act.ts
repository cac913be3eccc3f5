import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** Somebody works alone at the water, and says by when they are back: after that the others are called. */
export const workAlone = defineAct({
  type: 'alone.begin',
  title: 'I work alone',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    place: z.string().trim().min(1, 'needed: where').max(120, 'is too long'),
    minutes: z.number().min(5, 'is no time: at least 5').max(240, 'is too long to be missed: at most 240'),
  }),
  result: returns<{ backBy: number }>(),
  kinds: {
    alone: { word: 'works alone', says: ({ intent: i }) => [`${i.place ?? ''}, back within ${i.minutes ?? ''} min`] },
  },
  onlyTakenBack: 'Say that you are back, and begin anew.',
  texts: (i) => [i.place],
});
