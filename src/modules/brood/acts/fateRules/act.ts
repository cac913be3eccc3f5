import { z } from 'zod';
import { fateRules } from '@/core/brood/fateRules';
import { defineAct, returns } from '@/server/act/define';

/** What may become of the adults of a species in a season, and how many. */
export const saveFateRules = defineAct({
  type: 'brood.rules',
  title: 'Rules of how adults end',
  by: ['manager'],
  input: z.object({
    species: z.string(),
    season: z.string().regex(/^\d{4}(\/\d{2})?$/, 'is no season'),
    rules: fateRules,
  }),
  result: returns<{ season: string }>(),
});
