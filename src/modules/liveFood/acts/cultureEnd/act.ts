import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { listed } from '@/server/act/words';

/** Why a culture ends. */
export const endings = {
  crashed: 'it crashed',
  cleaned: 'cleaned and set on anew',
  notNeeded: 'no longer needed',
} as const;

/** A culture comes to its end. */
export const endCulture = defineAct({
  type: 'culture.end',
  title: 'End a culture',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    vessel: z.number().int(),
    why: z.enum(Object.keys(endings) as (keyof typeof endings)[]),
  }),
  result: returns<{ vessel: string }>(),
  kinds: {
    cultureEnd: {
      word: 'culture ended',
      says: ({ intent: i }) => listed(`${i.organismName ?? ''} in ${i.vesselName ?? ''}`, i.why && endings[i.why]),
    },
  },
  texts: (i) => [i.vesselName, i.organismName],
});
