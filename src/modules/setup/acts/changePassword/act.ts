import { z } from 'zod';
import { defineAct } from '@/server/act/define';
import { password } from '../../input';

/** Everyone changes their own password, knowing the old one; all other sign-ins of theirs end. */
export const changePassword = defineAct({
  type: 'person.changePassword',
  title: 'Change my password',
  by: ['manager', 'culturist', 'hand', 'reader'],
  input: z.object({ current: z.string().max(200), password }),
});
