import { z } from 'zod';
import { defineAct } from '@/server/act/define';

/** A phone was lost: the manager lets somebody in without it. */
export const resetSecondFactor = defineAct({
  type: 'person.resetSecondFactor',
  title: 'Reset a second factor',
  by: ['manager'],
  input: z.object({ id: z.number().int() }),
});
