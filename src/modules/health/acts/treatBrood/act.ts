import { z } from 'zod';
import type { DoseWorked } from '@/core/health/treatment';
import { treatmentFields, treatmentHolds } from '@/core/health/treatmentInput';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { givenSays, order, strength } from '../../input';

/**
 * Brood fish treated: one alone, all that stand in its tank, or the untagged of a run. It moves none; what bars them from
 * being eaten, sold or let go afterwards is said with it.
 */
export const treatBrood = defineAct({
  type: 'treatment.brood',
  title: 'Treatment of brood fish',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...eventFields,
      ...treatmentFields,
      fish: z.number().int().optional(),
      /** Of that fish: alone, or with all the tagged that stand with it. */
      who: z.enum(['alone', 'tank']).default('alone'),
      batch: z.number().int().optional(),
    })
    .superRefine(treatmentHolds)
    .refine((p) => (p.fish === undefined) !== (p.batch === undefined), {
      path: ['fish'],
      error: 'say which fish, or which run',
    }),
  result: returns<{ number: number; end: number } & DoseWorked>(),
  questions: [strength, order],
  kinds: {
    broodTreatment: {
      word: 'brood fish treated',
      says: ({ intent: i }) => [
        ...givenSays(i),
        ...(typeof i.number === 'number' && i.number > 1 ? [', ', { count: i.number }, ' fish'] : []),
      ],
    },
  },
  texts: (i) => [i.product, i.productLot, i.orderedBy, i.label, i.checkedBy, i.discharge],
});
