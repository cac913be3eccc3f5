import { z } from 'zod';
import { catchMeans, catchMeansIds } from '@/core/brood/batch';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { listed } from '@/server/act/words';
import { ruleQuestions, uncertified } from '@/server/questions';
import { count, positive } from '../../input';

/** Adults that came in as a run out of trap, net or lift: counted by sex, many of them without a tag. */
export const arrive = defineAct({
  type: 'brood.arrive',
  title: 'Adults came in',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...eventFields,
      species: z.string(),
      name: z.string().trim().max(40, 'is too long').default(''),
      means: z.enum(catchMeansIds),
      place: z.string().trim().max(120, 'is too long').default(''),
      /** Hours that the net or trap had stood. */
      soakHours: positive.max(24 * 14, 'is more than two weeks').optional(),
      /** Hours fished, where people did: with the catch, how thick the run was. */
      effortHours: positive.max(24 * 14, 'is more than two weeks').optional(),
      unit: z.number().int(),
      females: count.default(0),
      males: count.default(0),
      unknown: count.default(0),
      /** Of these counted, dead when they came. */
      dead: count.default(0),
      /** Of these, marked fish of our own releases, by the season in which they were released. */
      own: z
        .array(z.object({ season: z.string().trim().min(1, 'needs a season').max(12), number: count.min(1) }))
        .max(20)
        .default([]),
    })
    .refine((p) => p.females + p.males + p.unknown > 0, { path: ['females'], error: 'nobody came: give a number' })
    .refine((p) => p.dead <= p.females + p.males + p.unknown, { path: ['dead'], error: 'cannot be more than came' })
    .refine((p) => p.own.reduce((s, x) => s + x.number, 0) <= p.females + p.males + p.unknown, {
      path: ['own'],
      error: 'cannot be more than came',
    }),
  result: returns<{ batch: number; name: string; number: number; unit: string; warning?: string }>(),
  questions: [...ruleQuestions, uncertified],
  kinds: {
    fishArrival: {
      word: 'adults came in',
      says: ({ intent: i }) =>
        listed(
          [
            `${i.batchName}: `,
            ...listed(
              i.females && `${i.females} females`,
              i.males && `${i.males} males`,
              i.unknown && `${i.unknown} not sexed`,
            ),
          ],
          catchMeans.find((m) => m.id === i.means)?.name,
          i.place,
          i.dead && `${i.dead} dead`,
        ),
    },
  },
  texts: (i) => [i.name, i.batchName, i.place],
});
