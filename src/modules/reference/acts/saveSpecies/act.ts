import { z } from 'zod';
import { species } from '@/core/species/species';
import { defineAct, returns } from '@/server/act/define';

/**
 * A species as this hatchery keeps it, whole: one that Reference has not, a copy, or a shipped one with stages, models,
 * checks or limits of its own. Single values are set by `species.setValue`; earlier states stay.
 */
export const saveSpecies = defineAct({
  type: 'species.save',
  title: 'Save a species',
  by: ['manager'],
  input: z.object({
    content: species,
    why: z.string().trim().min(1, 'say why').max(400, 'is too long'),
    /** A new one must not take the place of one there is. */
    fresh: z.boolean().default(false),
  }),
  result: returns<{ id: string }>(),
});
