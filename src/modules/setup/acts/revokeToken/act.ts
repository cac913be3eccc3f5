import { z } from 'zod';
import { defineAct } from '@/server/act/define';

export const revokeToken = defineAct({
  type: 'token.revoke',
  title: 'Revoke a key',
  by: ['manager'],
  input: z.object({ token: z.number().int() }),
});
