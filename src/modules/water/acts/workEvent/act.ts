import { z } from 'zod';
import { plain } from '@/core/quantities/format';
import { workEventIds, workEvents } from '@/core/water/circuits/works';
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
    /** Pressure over the filter before and after a back-flush, kPa. */
    beforeKpa: z.number().min(0, 'cannot be negative').max(2000, 'is more than any filter bears: kPa').optional(),
    afterKpa: z.number().min(0, 'cannot be negative').max(2000, 'is more than any filter bears: kPa').optional(),
  }),
  result: returns<{
    work: string;
    /** Minutes that it stood, where it runs again. */
    stoodMinutes: number | null;
    /** What the pressures say, after a back-flush. */
    todo: string;
  }>(),
  kinds: {
    workEvent: {
      word: 'works',
      says: ({ intent: i }) => [
        `${(i as { workName?: string }).workName ?? ''} ${workEvents[i.what ?? 'stopped']}${i.beforeKpa === undefined || i.afterKpa === undefined ? '' : `, ${plain(i.beforeKpa)} to ${plain(i.afterKpa)} kPa`}${i.said ? `: ${i.said}` : ''}`,
      ],
    },
  },
  texts: (i) => [i.said, (i as { workName?: string }).workName],
});
