import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** The screen is taken out: the parts, all empty, become the whole again. */
export const joinUnit = defineAct({
  type: 'unit.join',
  title: 'Join a unit',
  by: ['manager'],
  input: z.object({ id: z.number().int() }),
  result: returns<{ unit: string }>(),
});
