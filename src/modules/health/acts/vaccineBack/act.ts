import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** The last batch, or change of a needle, was a slip. */
export const vaccineBack = defineAct({
  type: 'vaccination.takeBack',
  title: 'Take a batch back',
  by: ['manager', 'culturist', 'hand'],
  quiet: true,
  input: z.object({ vaccination: z.number().int(), batch: z.string().uuid() }),
  result: returns<{ number: number }>(),
});
