import { z } from 'zod';
import { defineAct } from '@/server/act/define';

/** One sign-in is ended: one's own, or by the manager anybody's. */
export const endSignIn = defineAct({
  type: 'signIn.end',
  title: 'End a sign-in',
  by: ['manager', 'culturist', 'hand', 'reader'],
  input: z.object({ id: z.string().max(64) }),
});
