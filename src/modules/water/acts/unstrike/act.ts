import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** Takes a strike back: its readings count again, but for those that another strike covers. */
export const unstrikeReadings = defineAct({
  type: 'readings.unstrike',
  title: 'Take a strike back',
  by: ['manager', 'culturist'],
  input: z.object({ strike: z.number().int() }),
  result: returns<{ sensor: string }>(),
});
