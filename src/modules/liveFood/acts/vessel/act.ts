import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** A cone or a culture vessel of live food. */
export const saveVessel = defineAct({
  type: 'vessel.save',
  title: 'Cone or culture',
  by: ['manager', 'culturist'],
  input: z.object({
    id: z.number().int().optional(),
    name: z.string().trim().min(1, 'needs a name').max(24, 'is too long'),
    kind: z.enum(['cone', 'culture']).default('cone'),
    volumeL: z.number().gt(0, 'must be above 0').max(20_000, 'is more than any cone'),
    retired: z.boolean().default(false),
  }),
  result: returns<{ id: number }>(),
});
