import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** Ends the programme in force on a water; dates follow the water as it is again. */
export const endProgramme = defineAct({
  type: 'programme.end',
  title: 'End a programme',
  by: ['manager', 'culturist'],
  input: z.object({ sensor: z.number().int(), why: z.string().trim().max(400, 'is too long').default('') }),
  result: returns<{ sensor: string }>(),
});
