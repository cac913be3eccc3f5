import { z } from 'zod';
import type { DoseWorked } from '@/core/health/treatment';
import { treatmentFields, treatmentHolds } from '@/core/health/treatmentInput';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { givenSays, order, strength } from '../../input';

/**
 * Fish treated: in a bath, in the feed, by the needle. Who ordered it and what bars them afterwards is said with it. It
 * moves no fish.
 */
export const treat = defineAct({
  type: 'treatment.give',
  title: 'Treatment',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...eventFields,
      ...standingFields,
      ...treatmentFields,
      /** The case for which it is given. */
      caseId: z.number().int().optional(),
    })
    .superRefine(treatmentHolds),
  result: returns<{ unit: string; lot: string; end: number } & DoseWorked>(),
  questions: [strength, order],
  kinds: {
    treatment: {
      word: 'treated',
      says: ({ intent: i }) => givenSays(i),
    },
  },
  texts: (i) => [i.product, i.productLot, i.orderedBy, i.label, i.checkedBy, i.discharge],
});
