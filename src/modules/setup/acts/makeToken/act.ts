import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** A key by which a device may report readings, and nothing else. Only its hash is kept. */
export const makeToken = defineAct({
  type: 'token.make',
  title: 'Make a key for a device',
  by: ['manager'],
  input: z.object({
    name: z.string().trim().min(1, 'needs a name').max(60, 'is too long'),
    hash: z.string().regex(/^[0-9a-f]{64}$/, 'is no hash'),
  }),
  result: returns<{ id: number; name: string }>(),
});
