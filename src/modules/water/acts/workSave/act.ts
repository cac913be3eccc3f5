import { z } from 'zod';
import { workMore } from '@/core/water/circuits/workMore';
import { workKindIds } from '@/core/water/circuits/works';
import { defineAct, returns } from '@/server/act/define';
import { name } from '@/server/act/inputs';

/** A work of the water: what it is, from where it takes its water, what it serves, on which electric circuit it hangs. */
export const saveWork = defineAct({
  type: 'work.save',
  title: 'Save a work of the water',
  by: ['manager'],
  input: z.object({
    id: z.number().int().optional(),
    name: name(40),
    kind: z.enum(workKindIds),
    from: z.array(z.number().int()).max(20, 'are more than one work takes from').default([]),
    rooms: z.array(z.number().int()).max(60, 'are more rooms than one work serves').default([]),
    breaker: z.number().int().nullable().default(null),
    watts: z.number().min(0, 'cannot be negative').max(1e6, 'is more than any of them takes').nullable().default(null),
    amperes: z.number().gt(0, 'must be above 0').max(2000, 'is more than a house has').nullable().default(null),
    flowLPerMin: z.number().gt(0, 'must be above 0').max(1e7, 'is a river').nullable().default(null),
    /** Of a source: what it gives, and what may be taken, in each month, L/min. */
    gives: workMore.shape.gives,
    permit: workMore.shape.permit,
    /** Of a biofilter: surface of its media, m²; water that is shared with it. */
    mediaM2: workMore.shape.mediaM2,
    waterL: workMore.shape.waterL,
    /** When it was given ammonia first, how much a day as nitrogen, and when it is to carry fish. */
    conditionedFrom: z.number().int().nullable().default(null),
    doseMgPerL: z
      .number()
      .gt(0, 'must be above 0')
      .max(20, 'is more than nitrifying bacteria bear')
      .nullable()
      .default(null),
    seeded: z.boolean().default(false),
    stockAt: z.number().int().nullable().default(null),
    flushDays: workMore.shape.flushDays,
    probes: workMore.shape.probes,
    spare: z.string().trim().max(200, 'is too long').default(''),
    retired: z.boolean().default(false),
  }),
  result: returns<{ id: number }>(),
});
