import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** A stretch of readings struck out: they stay, and count for nothing until the strike is undone. */
export const strikeReadings = defineAct({
  type: 'readings.strike',
  title: 'Strike readings',
  by: ['manager', 'culturist'],
  input: z
    .object({
      sensor: z.number().int(),
      from: z.number().int(),
      to: z.number().int(),
      reason: z.string().trim().min(1, 'say why: it will be asked').max(400, 'is too long'),
    })
    .refine((p) => p.from < p.to, { path: ['to'], error: 'must lie after the beginning' }),
  result: returns<{ id: number; sensor: string; readings: number }>(),
});
