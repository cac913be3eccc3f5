import { z } from 'zod';
import { dayPlan } from '@/core/spawning/plan';
import { defineAct, returns } from '@/server/act/define';
import { acrossStrains } from '@/server/questions';

/** A spawning day planned, or its plan changed: what is wanted, who with whom, what with, where to. */
export const saveDay = defineAct({
  type: 'spawning.save',
  title: 'Save a spawning day',
  by: ['manager', 'culturist'],
  input: z.object({
    id: z.number().int().optional(),
    species: z.string(),
    name: z.string().trim().max(80, 'is too long').default(''),
    /** Any instant of the local day on which they are to be stripped. */
    day: z.number().int(),
    plan: dayPlan,
    closed: z.boolean().default(false),
  }),
  result: returns<{ id: number; name: string }>(),
  questions: [acrossStrains],
});
