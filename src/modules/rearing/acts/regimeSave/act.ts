import { z } from 'zod';
import { regimeStep } from '@/core/feeding/regime';
import { defineAct, returns } from '@/server/act/define';

/** A way of starting and weaning larvae of the hatchery's own; one of the same name takes the place of the one before. */
export const saveRegime = defineAct({
  type: 'regime.save',
  title: 'Own regime',
  by: ['manager'],
  input: z.object({
    name: z.string().trim().min(1, 'needs a name').max(60, 'is too long'),
    species: z.string(),
    by: z.enum(['days', 'degreeDays']).default('days'),
    fits: z.string().trim().min(1, 'needs to say where it fits').max(200, 'is too long'),
    source: z.string().trim().min(1, 'needs a source: whose it is').max(200, 'is too long').default('own'),
    steps: z.array(regimeStep).min(1, 'needs at least one step').max(30, 'are more steps than anybody follows'),
  }),
  result: returns<{ id: string }>(),
});
