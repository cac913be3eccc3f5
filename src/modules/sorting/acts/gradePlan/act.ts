import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';

/** A receiving unit where others stand, or too little time to be ready. */
export const ready = defineQuestion('ready', 'yes');

/** A grading as it is to be done: when, with which bars, which class goes where. It holds the feed until it is over. */
export const planGrading = defineAct({
  type: 'grading.plan',
  title: 'Plan a grading',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    ...standingFields,
    /** When it begins. */
    on: z.number().int(),
    barsMm: z
      .array(z.number().gt(0, 'must be above 0').max(500, 'is wider than any grader'))
      .max(6, 'are more bars than any grader has')
      .default([]),
    /** Smallest first. */
    classes: z
      .array(
        z.object({
          grade: z.string().trim().min(1, 'needs a name').max(20, 'is too long'),
          unit: z.number().int().nullable(),
          /** As foretold, to be held against what comes. */
          share: z.number().min(0).max(1).optional(),
        }),
      )
      .min(2, 'grading makes at least two classes')
      .max(7, 'are more classes than any grader makes'),
    /** Without feed so many hours before it. */
    noFeedHours: z.number().min(0, 'must not be below 0').max(120, 'is more than five days').default(18),
    who: z.string().trim().max(120, 'is too long').default(''),
  }),
  result: returns<{ lot: string; unit: string; holdFrom: number }>(),
  questions: [ready],
  kinds: {
    gradingPlan: {
      word: 'grading planned',
      looksAt: true,
      says: ({ intent: i }) =>
        listed(
          (i.classes ?? []).map((k) => k.grade).join(', '),
          (i.barsMm ?? []).length > 0 && [
            'bars ',
            ...(i.barsMm ?? []).flatMap((figure, k) => (k === 0 ? [{ figure }] : [' and ', { figure }])),
            ' mm',
          ],
          i.who,
        ),
    },
  },
  texts: (i) => [i.who, ...(i.classes ?? []).map((k) => k.grade)],
});
