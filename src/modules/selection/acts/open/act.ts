import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { standingFields } from '@/server/act/event';
import { goalFields, goalHolds } from '../../input';

/** Fish of one tank come to the bench, bowl by bowl. */
export const openSelection = defineAct({
  type: 'selection.open',
  title: 'Begin a selection',
  by: ['manager', 'culturist'],
  input: z.object({ ...standingFields, ...goalFields }).superRefine(goalHolds),
  result: returns<{ id: number; lot: string; unit: string }>(),
});
