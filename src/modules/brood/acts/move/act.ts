import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { dayField, fishId } from '../../input';

/** Fish stand together that are to stand alone. */
export const together = defineQuestion('together', 'meant');

/** Brood fish put into a unit. */
export const moveFish = defineAct({
  type: 'brood.move',
  title: 'Move brood fish',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    ...dayField,
    fish: z.array(fishId).min(1, 'needs a fish').max(500, 'are too many at once'),
    unit: z.number().int(),
    /** Of a cage: its lid is closed and secured. */
    lid: z.literal('secured').optional(),
  }),
  result: returns<{ unit: string; fish: string[] }>(),
  questions: [together],
  kinds: { fishMove: { word: 'brood fish moved', looksAt: true, says: ({ intent: i }) => [`${i.fish?.length} fish`] } },
});
