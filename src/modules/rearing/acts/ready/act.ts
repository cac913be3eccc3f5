import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';

/** Something that has to stand ready for a tank does: a film off, a tank filled, salt weighed out. */
export const standsReady = defineAct({
  type: 'ready.tick',
  title: 'It stands ready',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    ...standingFields,
    /** Which of the things that are asked for. */
    what: z.string().trim().min(1, 'needs a name').max(60, 'is too long'),
    says: z.string().trim().max(160, 'is too long').default(''),
  }),
  result: returns<{ lot: string; unit: string }>(),
  onlyTakenBack: 'It says nothing but that it stands ready.',
  kinds: {
    prepared: { word: 'stands ready', looksAt: true, says: ({ intent: i }) => [i.says || (i.what ?? '')] },
  },
  texts: (i) => [i.says],
});
