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
    retired: z.boolean().default(false),
  }),
  result: returns<{ id: number }>(),
});
