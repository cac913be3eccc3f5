import { z } from 'zod';
import { defineAct } from '@/server/act/define';

/**
 * A value of the species book as this hatchery holds it: laid over the shipped one, with its source and reason. Old
 * values stay; any past figure can be worked again as known then.
 */
export const setSpeciesValue = defineAct({
  type: 'species.setValue',
  title: 'Set a value of a species',
  by: ['manager'],
  input: z.object({
    species: z.string(),
    path: z.string().max(120),
    value: z.json(),
    source: z.string().trim().min(1, 'needs a source, or “verify”').max(200, 'is too long'),
    why: z.string().trim().min(1, 'say why').max(400, 'is too long'),
  }),
});
