import { z } from 'zod';
import { unitKinds } from '@/core/units/unitKinds';
import { defineAct, returns } from '@/server/act/define';
import { name } from '@/server/act/inputs';

/** Something that this hatchery adds to the routine of its rooms, or takes off again. */
export const saveRoutineTask = defineAct({
  type: 'routine.save',
  title: 'Save a routine task',
  by: ['manager'],
  input: z.object({
    id: z.number().int().optional(),
    name: name(60),
    stations: z.array(z.enum(['eggs', 'yolksac'])).min(1, 'for eggs, larvae, or both'),
    units: z.array(z.enum(unitKinds)).default([]),
    everyHours: z.number().gt(0, 'must be above 0').max(744, 'is rarer than a month'),
    retired: z.boolean().default(false),
  }),
  result: returns<{ id: number }>(),
});
