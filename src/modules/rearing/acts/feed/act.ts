import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';
import { held } from '@/server/questions';

/** More than such fish eat. */
export const sure = defineQuestion('sure', 'yes');
/** The same was given a moment ago, by another or by the same hand. */
export const again = defineQuestion('again', 'another');
/** More than the day's ration. */
export const beyond = defineQuestion('beyondRation', 'yes');
/** Feed that is past its date, or of which the store has not so much. */
export const feedLotOdd = defineQuestion('feedLotOdd', 'yes');

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
    /** Lot of the feed store that it was taken from. */
    feedLot: z.number().int().optional(),
    /** Of it not eaten: left over, or spilt. */
    leftG: z.number().min(0, 'must not be below 0').optional(),
  }),
  result: returns<{ lot: string; unit: string }>(),
  questions: [sure, again, beyond, held, feedLotOdd],
  kinds: {
    feed: {
      word: 'feed',
      looksAt: true,
      says: ({ intent: i }) =>
        listed(
          { massG: i.massG ?? 0, as: 'given' },
          i.fromLot ? `${i.feed}, lot ${i.fromLot}` : i.feed,
          i.leftG ? [{ massG: i.leftG, as: 'given' }, ' of it not eaten'] : null,
        ),
      measured: (i) => ({ massG: i.massG }),
    },
  },
  texts: (i) => [i.feed, i.fromLot],
});
