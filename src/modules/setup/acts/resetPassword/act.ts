import { z } from 'zod';
import { defineAct } from '@/server/act/define';
import { password } from '../../input';

export const resetPassword = defineAct({
  type: 'person.resetPassword',
  title: 'Set a new password',
  by: ['manager'],
  input: z.object({ id: z.number().int(), password }),
});
