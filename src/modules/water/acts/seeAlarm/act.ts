import { z } from 'zod';
import { defineAct } from '@/server/act/define';

/** Somebody has seen an alarm and sees to it; the alarm itself ends when the water does. */
export const seeAlarm = defineAct({
  type: 'alarm.see',
  title: 'Acknowledge an alarm',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({ alarm: z.number().int(), found: z.string().trim().max(400, 'is too long').default('') }),
});
