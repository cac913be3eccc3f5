import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { standingFields } from '@/server/act/event';
import { order, strength, vaccinationFields } from '../../input';

/** Fish of one tank go through needle or bath, batch by batch. */
export const openVaccine = defineAct({
  type: 'vaccination.open',
  title: 'Begin a vaccination or a bath in batches',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...standingFields,
      ...vaccinationFields,
      checkedBy: z.string().trim().max(80, 'is too long').default(''),
    })
    .superRefine((p, ctx) => {
      const lacks = (field: string, message: string) => ctx.addIssue({ code: 'custom', path: [field], message });
      if (p.way === 'injection' && p.mlEach === undefined) lacks('mlEach', 'needed: how much into each');
      if (p.way === 'bath' && p.mgPerL === undefined) lacks('mgPerL', 'needed: how strong it is');
      if (p.way === 'bath' && p.longestS === undefined) lacks('longestS', 'needed: the longest that they may be in it');
    })
    .refine((p) => p.withdrawalDays !== undefined || p.withdrawalDegreeDays !== undefined, {
      path: ['withdrawalDegreeDays'],
      error: 'needed: what the label says, in degree-days or days; 0 where it says none',
    }),
  result: returns<{ id: number; unit: string }>(),
  questions: [strength, order],
});
