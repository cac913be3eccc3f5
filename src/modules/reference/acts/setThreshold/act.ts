import { z } from 'zod';
import { type ThresholdId, thresholdIds } from '@/core/thresholds';
import { defineAct } from '@/server/act/define';
import { defineQuestion } from '@/server/act/question';

/** Far from what ships: a slip of the decimal mark, or meant. */
export const farOff = defineQuestion('farOff', 'meant');

/**
 * A rule of thumb as this hatchery holds it: laid over the shipped one, with its source and reason. The same value again
 * with a source says that it was checked. Old values stay in the history.
 */
export const setThreshold = defineAct({
  type: 'threshold.set',
  title: 'Set a threshold',
  by: ['manager'],
  input: z.object({
    id: z.enum(thresholdIds as [ThresholdId, ...ThresholdId[]], { error: 'is no threshold of this version' }),
    value: z.number(),
    source: z.string().trim().min(1, 'needs a source, or “verify”').max(200, 'is too long'),
    why: z.string().trim().min(1, 'say why').max(400, 'is too long'),
  }),
  questions: [farOff],
});
