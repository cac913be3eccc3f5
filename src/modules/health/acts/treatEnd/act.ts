import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** A treatment, of fish or of brood fish, ended sooner or later than it was planned: withdrawal runs from then. */
export const endTreatment = defineAct({
  type: 'treatment.end',
  title: 'End a treatment',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    /** The entry by which it was given. */
    treatment: z.string().uuid(),
    why: z.string().trim().max(200, 'is too long').default(''),
  }),
  result: returns<{ unit: string | null; product: string }>(),
  kinds: {
    treatmentEnd: {
      word: 'treatment ended',
      says: ({ intent: i }) => [`${(i as { product?: string }).product ?? ''}`, ...(i.why ? [`: ${i.why}`] : [])],
    },
  },
  texts: (i) => [i.why],
});
