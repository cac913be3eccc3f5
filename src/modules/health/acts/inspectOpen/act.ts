import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { inspectionPlan } from '../../input';

/** Fish of some tanks are to be sampled: how many, drawn from which. */
export const openInspect = defineAct({
  type: 'inspection.open',
  title: 'Begin an inspection',
  by: ['manager', 'culturist'],
  input: inspectionPlan.extend({
    units: z.array(z.number().int()).min(1, 'needs a tank').max(200, 'are more tanks than one inspection has'),
  }),
  result: returns<{ id: number; wanted: number }>(),
});
