import { z } from 'zod';
import { judgedFish } from '@/core/selection/judged';
import { defineAct, returns } from '@/server/act/define';

/**
 * Fish judged at one device, each whole and with a number that grows: sent again, or late, it doubles nothing and undoes
 * nothing that was said since.
 */
export const judgeFish = defineAct({
  type: 'selection.judge',
  title: 'Judge fish',
  by: ['manager', 'culturist'],
  input: z.object({
    selection: z.number().int(),
    fish: z.array(judgedFish).min(1, 'needs a fish').max(200, 'are more than are sent at once'),
  }),
  result: returns<{ at: number }>(),
  quiet: true,
});
