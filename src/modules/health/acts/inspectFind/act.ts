import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** What was found in a container: by the knife, or by the laboratory. */
export const findInspect = defineAct({
  type: 'inspection.find',
  title: 'Finding of an inspection',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    inspection: z.number().int(),
    container: z.string().trim().min(1, 'needed: which container').max(40, 'is too long'),
    found: z.string().trim().min(1, 'needed: what was found, also that it was nothing').max(500, 'is too long'),
    affected: z.number().int().min(0, 'cannot be negative').max(10_000).default(0),
    by: z.string().trim().max(80, 'is too long').default(''),
  }),
  result: returns<{ container: string }>(),
  kinds: {
    inspectionFind: {
      word: 'finding',
      says: ({ intent: i }) => [
        `${i.container ?? ''}: ${i.found ?? ''}`,
        ...(i.affected ? [', ', { count: i.affected }, ' affected'] : []),
        ...(i.by ? [`, says ${i.by}`] : []),
      ],
    },
  },
  texts: (i) => [i.container, i.found, i.by],
});
