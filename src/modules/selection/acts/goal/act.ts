import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { goalFields, goalHolds } from '../../input';

/** The goal, the range or the prices of a selection that is on the bench are others now. */
export const setGoal = defineAct({
  type: 'selection.goal',
  title: 'Goal of a selection',
  by: ['manager', 'culturist'],
  input: z.object({ selection: z.number().int(), ...goalFields }).superRefine(goalHolds),
  result: returns<object>(),
});
