import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** A run of a pond is over: its sheet stands. */
export const closePond = defineAct({
  type: 'pond.close',
  title: 'Close a run of a pond',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    run: z.number().int(),
    /** What differed from other runs, in words. */
    said: z.string().trim().max(300, 'is too long').default(''),
  }),
  result: returns<{ unit: string }>(),
  kinds: {
    pondClose: {
      word: 'run of a pond closed',
      says: ({ intent: i }) => [`${(i as { unitName?: string }).unitName ?? ''}${i.said ? `: ${i.said}` : ''}`],
    },
  },
  onlyTakenBack: 'Taken back, the run is open again.',
  texts: (i) => [i.said, (i as { unitName?: string }).unitName],
});
