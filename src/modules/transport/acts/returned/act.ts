import { z } from 'zod';
import { gearIds, gears } from '@/core/release/returns';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';

/** A mark with which nothing was released there. */
export const strangeMark = defineQuestion('strangeMark', 'meant');

const whole = z.number().int('must be a whole number').min(0, 'cannot be negative').max(1e7, 'is more than any run');

/** Fish that came back to a water: how many were looked at, how many bore which mark, how many are of the wished size. */
export const recordReturn = defineAct({
  type: 'return.record',
  title: 'Fish that came back',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    site: z.number().int(),
    gear: z.enum(gearIds).default('trap'),
    examined: whole.min(1, 'needs at least one'),
    /** What share of all that came was looked at; left out: not known, taken as all. */
    seenShare: z.number().gt(0, 'must be above 0').max(1, 'is a share: up to 100 %').optional(),
    marks: z
      .array(
        z.strictObject({
          mark: z.string().trim().min(1, 'needs a mark').max(60, 'is too long'),
          number: whole,
          wished: whole.default(0),
        }),
      )
      .max(40, 'are more marks than are told apart')
      .default([]),
    said: z.string().trim().max(300, 'is too long').default(''),
  }),
  result: returns<{ site: string; marked: number }>(),
  questions: [strangeMark],
  kinds: {
    fishReturn: {
      word: 'came back',
      says: ({ intent: i }) =>
        listed(
          `${(i as { siteName?: string }).siteName ?? ''}, ${gears[i.gear ?? 'trap']}`,
          [{ count: i.examined ?? 0 }, ' looked at'],
          ...(i.marks ?? []).map((m) => [{ count: m.number }, ` with ${m.mark}`] as const).map((w) => [...w]),
          i.said,
        ),
    },
  },
  onlyTakenBack: 'What came back is taken back and said anew.',
  texts: (i) => [i.said, (i as { siteName?: string }).siteName],
});
