import { z } from 'zod';
import { idsOf } from '@/core/ids';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** How soon a job is to be done. */
export const priorities = { now: 'now', week: 'this week', later: 'when there is time' } as const;
export type Priority = keyof typeof priorities;
export const priorityIds = idsOf(priorities);

/** Something at the works, or anywhere, that is to be mended: known is not forgotten. */
export const raiseJob = defineAct({
  type: 'job.raise',
  title: 'A job',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    work: z.number().int().optional(),
    what: z.string().trim().min(1, 'needed: what is to be done').max(200, 'is too long'),
    priority: z.enum(priorityIds).default('week'),
  }),
  result: returns<{ id: number }>(),
  kinds: {
    job: {
      word: 'job',
      says: ({ intent: i }) => [
        `${(i as { workName?: string }).workName ? `${(i as { workName?: string }).workName}: ` : ''}${i.what ?? ''}, ${priorities[i.priority ?? 'week']}`,
      ],
    },
  },
  onlyTakenBack: 'A job that is worded wrongly is taken back and raised anew.',
  texts: (i) => [i.what, (i as { workName?: string }).workName],
});
