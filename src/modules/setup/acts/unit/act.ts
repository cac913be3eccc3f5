import { z } from 'zod';
import { unitKinds } from '@/core/units/unitKinds';
import { defineAct, returns } from '@/server/act/define';
import { unitName } from '@/server/act/inputs';

export const saveUnit = defineAct({
  type: 'unit.save',
  title: 'Save a unit',
  by: ['manager'],
  input: z.object({
    id: z.number().int().optional(),
    name: unitName,
    room: z.number().int(),
    kind: z.enum(unitKinds),
    volumeL: z.number().gt(0, 'must be above 0').nullable().default(null),
    loadLimit: z.number().int().gt(0, 'must be above 0').nullable().default(null),
    flowLPerMin: z.number().min(0, 'cannot be negative').nullable().default(null),
    areaCm2: z.number().gt(0, 'must be above 0').nullable().default(null),
    battery: z.string().trim().max(40, 'is too long').default(''),
    x: z.number().int().default(0),
    y: z.number().int().default(0),
    sensor: z.number().int().nullable().default(null),
    retired: z.boolean().default(false),
  }),
  result: returns<{ id: number }>(),
});
