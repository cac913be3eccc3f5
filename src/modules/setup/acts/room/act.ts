import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { name } from '@/server/act/inputs';

export const saveRoom = defineAct({
  type: 'room.save',
  title: 'Save a room',
  by: ['manager'],
  input: z.object({
    id: z.number().int().optional(),
    name: name(60),
    kind: z.enum(['incubation', 'rearing', 'outdoor', 'spawning']),
    walkOrder: z.number().int().min(0).optional(),
    /** Chlorine of town water before the neutraliser; null: none. */
    chlorineMgPerL: z.number().gt(0, 'must be above 0').max(20, 'is more than any tap has').nullable().optional(),
    /** Water between the neutraliser and the units. */
    mixedL: z.number().gt(0, 'must be above 0').max(1e6, 'is more than any room holds').nullable().optional(),
    /** The sensor of the water that it comes from. */
    sourceSensor: z.number().int().nullable().optional(),
  }),
  result: returns<{ id: number }>(),
});
