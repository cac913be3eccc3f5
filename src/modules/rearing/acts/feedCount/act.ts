import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';

/** Far from what the store should have. */
export const sure = defineQuestion('sure', 'yes');

/** What is left of a lot of feed, weighed. */
export const countFeed = defineAct({
  type: 'feed.count',
  title: 'Weigh what is left of feed',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    feedLot: z.number().int(),
    massG: z.number().min(0, 'must not be below 0').max(1e8, 'is more than a hundred tonnes'),
  }),
  result: returns<{ product: string; booksG: number }>(),
  questions: [sure],
  kinds: {
    feedCount: {
      word: 'feed weighed',
      says: ({ intent: i }) =>
        listed(
          [{ massG: i.massG ?? 0, as: 'bags' }, ' left'],
          String(i.productName ?? ''),
          i.fromLot ? `lot ${i.fromLot}` : null,
        ),
      measured: (i) => ({ massG: i.massG }),
    },
  },
  texts: (i) => [i.productName, i.fromLot],
});
