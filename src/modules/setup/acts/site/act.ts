import { z } from 'zod';
import { usualRound } from '@/core/planning/due';
import { defineAct } from '@/server/act/define';
import { name } from '@/server/act/inputs';

export const saveSite = defineAct({
  type: 'site.save',
  title: 'Save the site',
  by: ['manager'],
  input: z.object({
    name: name(80),
    timeZone: z.string(),
    lotPattern: z
      .string()
      .trim()
      .min(1, 'needs a pattern')
      .max(60, 'is too long')
      .regex(/\{n+\}/, 'needs a running number: {n}, {nn} or {nnn}'),
    seasonStartsMonth: z.number().int().min(1).max(12),
    weighEveryDays: z
      .number()
      .int('must be whole days')
      .min(1, 'at least every day')
      .max(365, 'at most a year')
      .default(usualRound.weighEveryDays),
    countAbovePercent: z
      .number()
      .gt(0, 'must be above 0')
      .max(100, 'at most 100 %')
      .default(usualRound.countAbovePercent),
  }),
});
