import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { howMany } from '@/server/act/inputs';
import { loadQuestions, notTaken, sensitive, shortfall, suspect, tempered } from '@/server/questions';

/**
 * Sorting into classes. Each class becomes a child lot in its own unit; when every class is measured the grading is a
 * census too, and what is missing goes to unexplained.
 */
export const grade = defineAct({
  type: 'grade.record',
  title: 'Grade',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    /** Gaps of the bars, smallest first: what they really parted is learned from what the classes measure. */
    barsMm: z
      .array(z.number().gt(0, 'must be above 0').max(500, 'is wider than any grader'))
      .max(6, 'are more bars than any grader has')
      .optional(),
    unit: z.number().int(),
    lotId: z.number().int().optional(),
    stage: z.string().optional(),
    classes: z
      .array(
        z.object({
          grade: z.string().trim().min(1, 'needs a name').max(20, 'is too long'),
          unit: z.number().int(),
          amount: howMany,
          stage: z.string().optional(),
        }),
      )
      .min(2, 'grading makes at least two classes'),
  }),
  result: returns<{ from: string; lots: string[] }>(),
  questions: [...loadQuestions, shortfall, sensitive, tempered, suspect, notTaken],
  kinds: { grade: { word: 'graded' } },
  texts: (i) => (i.classes ?? []).map((k) => k.grade),
});
