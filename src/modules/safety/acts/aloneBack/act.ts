import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** Somebody who worked alone is back, or was found well. */
export const aloneBack = defineAct({
  type: 'alone.back',
  title: 'Back',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({ alone: z.number().int() }),
  result: returns<{ who: string }>(),
  kinds: {
    aloneBack: {
      word: 'back',
      says: ({ intent: i }) => [`${(i as { who?: string }).who ?? ''} is back`],
    },
  },
  onlyTakenBack: 'Taken back, the clock runs again.',
});
