import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** A job is done. */
export const jobDone = defineAct({
  type: 'job.done',
  title: 'A job is done',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    job: z.number().int(),
    said: z.string().trim().max(300, 'is too long').default(''),
  }),
  result: returns<{ what: string }>(),
  kinds: {
    jobDone: {
      word: 'job done',
      says: ({ intent: i }) => [`${(i as { what?: string }).what ?? ''}${i.said ? `: ${i.said}` : ''}`],
    },
  },
  onlyTakenBack: 'It is taken back, and stands again.',
  texts: (i) => [i.said, (i as { what?: string }).what],
});
