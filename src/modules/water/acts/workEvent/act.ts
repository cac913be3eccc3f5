import { z } from 'zod';
import { workEventIds, workEvents } from '@/core/water/works';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** Somebody saw, heard or read that a work stopped, tripped, is blocked, or runs again. */
export const noticeWork = defineAct({
  type: 'work.notice',
  title: 'Works',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    work: z.number().int(),
    what: z.enum(workEventIds),
    said: z.string().trim().max(300, 'is too long').default(''),
  }),
  result: returns<{ work: string /** Minutes that it stood, where it runs again. */; stoodMinutes: number | null }>(),
  kinds: {
    workEvent: {
      word: 'works',
      says: ({ intent: i }) => [
        `${(i as { workName?: string }).workName ?? ''} ${workEvents[i.what ?? 'stopped']}${i.said ? `: ${i.said}` : ''}`,
      ],
    },
  },
  texts: (i) => [i.said, (i as { workName?: string }).workName],
});
