import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';

/** Many times more or fewer than expected, or more taken than it grows again. */
export const sure = defineQuestion('sure', 'yes');

/** A culture counted by samples, those with eggs, and what was taken out of it then. */
export const countCulture = defineAct({
  type: 'culture.count',
  title: 'Count a culture',
  by: ['manager', 'culturist', 'hand'],
  input: z
    .object({
      ...eventFields,
      vessel: z.number().int(),
      sampleMl: z.number().gt(0, 'must be above 0').max(1000, 'is no sample'),
      counts: z
        .array(z.number().int('must be whole numbers').min(0, 'must not be below 0'))
        .min(1, 'needs at least one sample')
        .max(40, 'are more samples than anybody counts'),
      /** Of those looked at, so many carry eggs. */
      carrying: z.number().int('must be a whole number').min(0, 'must not be below 0').optional(),
      eggsOf: z.number().int('must be a whole number').min(1, 'needs at least one looked at').optional(),
      /** Water taken out after the count, litres, sieved for the larvae; the vessel is filled up again. */
      takenL: z.number().min(0, 'must not be below 0').max(20_000, 'is more than any vessel').optional(),
    })
    .superRefine((p, c) => {
      if ((p.carrying === undefined) !== (p.eggsOf === undefined))
        c.addIssue({
          code: 'custom',
          path: [p.carrying === undefined ? 'carrying' : 'eggsOf'],
          message: 'belongs to the other: how many with eggs, of how many',
        });
      else if (p.carrying !== undefined && p.carrying > p.eggsOf!)
        c.addIssue({ code: 'custom', path: ['carrying'], message: 'cannot be more than were looked at' });
    }),
  result: returns<{ vessel: string; perMl: number; low: number; high: number; taken: number }>(),
  questions: [sure],
  kinds: {
    culture: {
      word: 'culture counted',
      says: ({ intent: i }) =>
        listed(
          `${i.organismName ?? ''} in ${i.vesselName ?? ''}`,
          typeof i.perMl === 'number' && `${Math.round(i.perMl)} in a mL`,
          i.eggsOf ? `${i.carrying} of ${i.eggsOf} with eggs` : null,
          i.takenL ? `${i.takenL} L taken` : null,
        ),
      measured: (i) => (typeof i.perMl === 'number' ? { value: i.perMl } : {}),
    },
  },
  texts: (i) => [i.vesselName, i.organismName],
});
