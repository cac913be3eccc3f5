import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { standingFields } from '@/server/act/event';
import { order, strength, vaccinationFields } from '../../input';

/** Fish of one tank are vaccinated, batch by batch. */
export const openVaccine = defineAct({
  type: 'vaccination.open',
  title: 'Begin a vaccination',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...standingFields,
      ...vaccinationFields,
      checkedBy: z.string().trim().max(80, 'is too long').default(''),
    })
    .refine((p) => p.withdrawalDays !== undefined || p.withdrawalDegreeDays !== undefined, {
      path: ['withdrawalDegreeDays'],
      error: 'needed: what the label says, in degree-days or days; 0 where it says none',
    }),
  result: returns<{ id: number; unit: string }>(),
  questions: [strength, order],
});
