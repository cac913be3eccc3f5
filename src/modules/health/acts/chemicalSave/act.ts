import { z } from 'zod';
import { hazardIds } from '@/core/health/chemicals';
import { defineAct, returns } from '@/server/act/define';
import { name } from '@/server/act/inputs';

/** A chemical of the store: where it stands, what it does, when it is ordered again. */
export const saveChemical = defineAct({
  type: 'chemical.save',
  title: 'A chemical',
  by: ['manager', 'culturist'],
  input: z.object({
    id: z.number().int().optional(),
    name: name(80),
    unit: z.enum(['g', 'mL']).default('g'),
    place: z.string().trim().max(80, 'is too long').default(''),
    hazard: z.enum(hazardIds).default('mild'),
    least: z.number().gt(0, 'must be above 0').max(1e9, 'is more than a store holds').nullable().default(null),
    goodUntil: z.number().int().nullable().default(null),
    retired: z.boolean().default(false),
  }),
  result: returns<{ id: number }>(),
});
