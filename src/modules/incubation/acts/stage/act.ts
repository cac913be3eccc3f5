import { z } from 'zod';
import { measurement } from '@/core/books/measurement';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { apart, howMany } from '@/server/act/inputs';
import type { Hatched } from '@/server/act/results';
import { countOf, unitsOf } from '@/server/act/words';
import { answer, early, shortfall } from '@/server/questions';

/**
 * Eggs that hatch (or fry that become fingerlings): animals of a unit go to the next stage where they stand, all or in
 * parts over days.
 */
export const changeStage = defineAct({
  type: 'stage.change',
  title: 'Change the stage',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    unit: z.number().int(),
    lotId: z.number().int().optional(),
    from: z.string().optional(),
    to: z.string(),
    amount: howMany,
    /** Where a hatch is done: eggs that did not hatch, taken out; the books less these are how many did. */
    unhatched: apart,
    /** How many larvae are in the unit in other ways, to be reconciled with that. */
    measured: measurement.optional(),
  }),
  result: returns<{ lot: string; unit: string } & Partial<Hatched>>(),
  questions: [shortfall, answer, early],
  kinds: {
    hatch: {
      word: 'hatch',
      says: ({ intent: i, into, out, odd }) => [
        countOf(into),
        ` from ${unitsOf(out)}`,
        ...(i.unhatched ? [', ', { count: i.unhatched }, ' did not hatch'] : []),
        ...odd,
      ],
    },
    stage: {
      word: 'new stage',
      says: ({ into, out, odd }) => [countOf(into), ` from ${unitsOf(out)}`, ...odd],
    },
  },
});
