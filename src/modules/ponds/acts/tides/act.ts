import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** The tide table of the place, as a file: a line for each high and low water. */
export const saveTides = defineAct({
  type: 'tides.save',
  title: 'Tide table',
  by: ['manager', 'culturist'],
  input: z.object({
    text: z.string().min(1, 'is empty').max(2_000_000, 'is larger than 2 MB: a year is enough'),
  }),
  result: returns<{ lines: number; from: number; to: number }>(),
});
