import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';

/** One runs there already, or it begins far denser than a culture bears. */
export const sure = defineQuestion('sure', 'yes');

/** A culture of live food set on in its vessel. */
export const startCulture = defineAct({
  type: 'culture.start',
  title: 'Start a culture',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    vessel: z.number().int(),
    organism: z.string().default('rotifers'),
    /** In a millilitre, as set on. */
    perMl: z.number().gt(0, 'must be above 0').max(1e5, 'is more than any culture holds'),
  }),
  result: returns<{ vessel: string }>(),
  questions: [sure],
  kinds: {
    cultureStart: {
      word: 'culture started',
      says: ({ intent: i }) =>
        listed(
          `${i.organismName ?? i.organism ?? ''} in ${i.vesselName ?? ''}`,
          i.perMl !== undefined && `${i.perMl} in a mL`,
        ),
    },
  },
  texts: (i) => [i.vesselName, i.organismName],
});
