import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';

/** Past its date when it came, or more than a lorry brings. */
export const sure = defineQuestion('sure', 'yes');
/** The lot stands in the store with another date. */
export const otherDate = defineQuestion('otherDate', 'yes');

/** Feed that came: of which product, which lot, how much, good until when. */
export const deliverFeed = defineAct({
  type: 'feed.deliver',
  title: 'Feed came',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    product: z.number().int(),
    lotName: z.string().trim().min(1, 'needs the number on the bag').max(40, 'is too long'),
    massG: z.number().gt(0, 'must be above 0').max(1e8, 'is more than a hundred tonnes'),
    /** Start of the last day on which it is good. */
    bestBefore: z.number().int().optional(),
  }),
  result: returns<{ feedLot: number; product: string }>(),
  questions: [sure, otherDate],
  kinds: {
    feedIn: {
      word: 'feed came',
      says: ({ intent: i }) =>
        listed({ massG: i.massG ?? 0, as: 'bags' }, String(i.productName ?? ''), i.lotName && `lot ${i.lotName}`),
      measured: (i) => ({ massG: i.massG }),
    },
  },
  texts: (i) => [i.productName, i.lotName],
});
