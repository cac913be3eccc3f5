import { z } from 'zod';
import { killedHow } from '@/core/books/fates';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { shortfall } from '@/server/questions';

/** Animals of an inspection are taken, killed, and put into a container: they leave the books as sampled. */
export const takeInspect = defineAct({
  type: 'inspection.take',
  title: 'Take for an inspection',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    inspection: z.number().int(),
    unit: z.number().int(),
    number: z.number().int().min(1, 'needs at least one').max(10_000, 'is more than any inspection takes'),
    /** What stands on it: findings come back to it. */
    container: z.string().trim().min(1, 'needed: what stands on the container').max(40, 'is too long'),
    organs: z.string().trim().max(80, 'is too long').default(''),
    method: killedHow,
  }),
  result: returns<{ taken: number; wanted: number }>(),
  questions: [shortfall],
  kinds: {
    inspectionTake: {
      word: 'sampled for inspection',
      says: ({ intent: i }) => [{ count: i.number ?? 0 }, `, ${i.container ?? ''}${i.organs ? `, ${i.organs}` : ''}`],
    },
  },
  texts: (i) => [i.container, i.organs, i.method],
});
