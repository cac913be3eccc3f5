import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';

/** More than such fish eat. */
export const sure = defineQuestion('sure', 'yes');

/** Feed given to a unit. */
export const recordFeed = defineAct({
  type: 'feed.record',
  title: 'Feed',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    ...standingFields,
    massG: z.number().gt(0, 'must be above 0'),
    feed: z.string().trim().max(60, 'is too long').default(''),
  }),
  result: returns<{ lot: string; unit: string }>(),
  questions: [sure],
  kinds: {
    feed: {
      word: 'feed',
      looksAt: true,
      says: ({ intent: i }) => listed({ massG: i.massG ?? 0, as: 'given' }, i.feed),
      measured: (i) => ({ massG: i.massG }),
    },
  },
  texts: (i) => [i.feed],
});
