import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { name } from '@/server/act/inputs';

export const saveReleaseSite = defineAct({
  type: 'releaseSite.save',
  title: 'Save a release site',
  by: ['manager'],
  input: z.object({
    id: z.number().int().optional(),
    name: name(80),
    water: z.string().trim().max(80, 'is too long').default(''),
    target: z.number().int().min(0, 'cannot be negative').nullable().default(null),
    permit: z.string().trim().max(120, 'is too long').default(''),
    /** Only fish of this mean mass, this species, and no more than so many in a season. */
    leastG: z.number().gt(0, 'must be above 0').nullable().default(null),
    mostG: z.number().gt(0, 'must be above 0').nullable().default(null),
    mostNumber: z.number().int().min(0, 'cannot be negative').nullable().default(null),
    species: z.string().max(60).nullable().default(null),
    /** Where it lies from the hatchery, km to the east and to the north. */
    eastKm: z.number().min(-2000).max(2000, 'is too far for a truck').nullable().default(null),
    northKm: z.number().min(-2000).max(2000, 'is too far for a truck').nullable().default(null),
    /** Places along its reach over which a load is spread, in their order. */
    points: z.array(name(60)).max(30, 'are more places than one load is spread over').nullable().default(null),
    retired: z.boolean().default(false),
  }),
  result: returns<{ id: number }>(),
});
