import { z } from 'zod';
import { defineAct } from '@/server/act/define';

/** Whether dates seen here bend the clock of a species; kept with who said so and why. */
export const useOwnClock = defineAct({
  type: 'clock.use',
  title: 'Use the own dates',
  by: ['manager'],
  input: z.object({
    species: z.string(),
    own: z.boolean(),
    why: z.string().trim().min(1, 'say why').max(400, 'is too long'),
  }),
});
