import { z } from 'zod';
import { measurement } from '@/core/books/measure';
import type { PickJudged } from '@/core/incubation/verdicts';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { counted, deadNumber } from '@/server/act/inputs';
import { lossWords } from '@/server/act/words';
import { shortfall } from '@/server/questions';

/** Dead eggs taken out and counted. */
export const recordPick = defineAct({
  type: 'pick.record',
  title: 'Pick',
  by: ['manager', 'culturist', 'hand'],
  input: z
    .object({
      ...eventFields,
      ...standingFields,
      number: deadNumber,
      /** Many are measured, with their doubt. */
      measured: measurement.optional(),
      cause: z.string().trim().max(200, 'is too long').default(''),
    })
    .refine(counted, { path: ['number'], error: 'needed: how many' }),
  result: returns<{ lot: string; unit: string; number: number | null; judged?: PickJudged | null }>(),
  questions: [shortfall],
  kinds: { pick: { word: 'picked', says: lossWords } },
  texts: (i) => [i.cause],
});
