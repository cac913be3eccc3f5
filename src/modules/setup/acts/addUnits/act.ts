import { z } from 'zod';
import { unitKinds } from '@/core/units/unitKinds';
import { defineAct, returns } from '@/server/act/define';

/** Many like units in a row: J1 to J12. */
export const addUnits = defineAct({
  type: 'unit.addMany',
  title: 'Add units',
  by: ['manager'],
  input: z.object({
    room: z.number().int(),
    kind: z.enum(unitKinds),
    prefix: z
      .string()
      .trim()
      .min(1, 'needs letters')
      .max(12, 'is too long')
      .regex(/^[\p{L}][\p{L}.-]*$/u, 'letters only'),
    from: z.number().int().min(0).max(9999),
    count: z.number().int().min(1, 'at least one').max(400, 'at most 400 at once'),
    battery: z.string().trim().max(40, 'is too long').default(''),
    volumeL: z.number().gt(0, 'must be above 0').nullable().default(null),
    loadLimit: z.number().int().gt(0, 'must be above 0').nullable().default(null),
    flowLPerMin: z.number().min(0, 'cannot be negative').nullable().default(null),
    areaCm2: z.number().gt(0, 'must be above 0').nullable().default(null),
    sensor: z.number().int().nullable().default(null),
    y: z.number().int().default(0),
  }),
  result: returns<{ names: string[] }>(),
});
