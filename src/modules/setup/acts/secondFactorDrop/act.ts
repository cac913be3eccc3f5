import { z } from 'zod';
import { defineAct } from '@/server/act/define';

export const dropSecondFactor = defineAct({
  type: 'person.dropSecondFactor',
  title: 'Drop the second factor',
  by: ['manager', 'culturist', 'hand', 'reader'],
  input: z.object({ current: z.string().max(200) }),
});
