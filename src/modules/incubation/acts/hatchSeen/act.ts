import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { early } from '@/server/questions';

/** What was seen of the hatch: the first, half, all that will. */
export const seeHatch = defineAct({
  type: 'hatch.see',
  title: 'Hatch seen',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({ ...eventFields, ...standingFields, seen: z.enum(['first', 'half', 'done']) }),
  result: returns<{ lot: string; unit: string }>(),
  questions: [early],
  kinds: {
    hatchSeen: {
      word: 'hatch seen',
      says: ({ intent: i }) => [
        { first: 'the first have hatched', half: 'half have hatched', done: 'all that will have hatched' }[i.seen!],
      ],
    },
  },
});
