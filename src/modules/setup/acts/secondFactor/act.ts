import { z } from 'zod';
import { defineAct } from '@/server/act/define';

/** A second factor for one's own sign-in: taken into use with a first code, so that nobody is locked out by a mistake. */
export const takeSecondFactor = defineAct({
  type: 'person.useSecondFactor',
  title: 'Use a second factor',
  by: ['manager', 'culturist', 'hand', 'reader'],
  input: z.object({
    secret: z.string().regex(/^[A-Z2-7]{32}$/, 'is no secret of ours'),
    code: z.string().max(12),
    current: z.string().max(200),
  }),
});
