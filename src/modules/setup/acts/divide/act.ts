import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { unitName } from '@/server/act/inputs';

/**
 * A tank divided by a screen is two units (or more): lots never share one. The whole stands aside until its parts are
 * joined again.
 */
export const divideUnit = defineAct({
  type: 'unit.divide',
  title: 'Divide a unit',
  by: ['manager'],
  input: z.object({
    id: z.number().int(),
    names: z.array(unitName).min(2, 'needs two parts at least').max(8, 'takes up to eight parts'),
  }),
  result: returns<{ unit: string; parts: string[] }>(),
});
