import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { listed } from '@/server/act/words';

/** Feed that is thrown away: wet, mouldy, past its date, recalled. */
export const discardFeed = defineAct({
  type: 'feed.discard',
  title: 'Throw feed away',
  by: ['manager', 'culturist'],
  proposes: ['hand'],
  input: z.object({
    ...eventFields,
    feedLot: z.number().int(),
    massG: z.number().gt(0, 'must be above 0').max(1e8, 'is more than a hundred tonnes'),
    why: z.string().trim().min(1, 'needs a reason').max(200, 'is too long'),
  }),
  result: returns<{ product: string }>(),
  kinds: {
    feedOut: {
      word: 'feed thrown away',
      says: ({ intent: i }) =>
        listed(
          { massG: i.massG ?? 0, as: 'bags' },
          String(i.productName ?? ''),
          i.fromLot ? `lot ${i.fromLot}` : null,
          i.why,
        ),
      measured: (i) => ({ massG: i.massG }),
    },
  },
  texts: (i) => [i.productName, i.fromLot, i.why],
});
