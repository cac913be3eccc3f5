import { z } from 'zod';
import { defineAct } from '@/server/act/define';

/** Whether dates seen here bend the model of a species; kept with who said so and why. */
export const useOwnDates = defineAct({
  type: 'clock.use',
  title: 'Use the own dates',
  by: ['manager'],
  input: z.object({
    species: z.string(),
    own: z.boolean(),
    why: z.string().trim().min(1, 'say why').max(400, 'is too long'),
  }),
});
