import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** The vet, who reads all and changes nothing else, signs a closed inspection with their own sign-in. */
export const signInspect = defineAct({
  type: 'inspection.sign',
  title: 'Sign an inspection',
  by: ['reader', 'manager'],
  input: z.object({
    ...eventFields,
    inspection: z.number().int(),
    said: z.string().trim().max(300, 'is too long').default(''),
  }),
  result: returns<{ by: string }>(),
  kinds: {
    inspectionSign: {
      word: 'inspection signed',
      says: ({ intent: i }) => [`${(i as { by?: string }).by ?? ''}${i.said ? `: ${i.said}` : ''}`],
    },
  },
  onlyTakenBack: 'A signature is taken back, and set anew.',
  texts: (i) => [i.said, (i as { by?: string }).by],
});
