import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/**
 * Values that somebody has checked against their source: they stay as they are, and say from now on where they are from.
 * A publication verifies all that rest on it at once.
 */
export const markChecked = defineAct({
  type: 'species.markChecked',
  title: 'Mark values as checked',
  by: ['manager'],
  input: z.object({
    values: z
      .array(z.object({ species: z.string(), path: z.string().max(120) }))
      .min(1, 'needs a value at least')
      .max(500, 'takes 500 at once: choose fewer'),
    source: z
      .string()
      .trim()
      .min(1, 'is missing')
      .max(200, 'is too long')
      .refine((s) => s.toLowerCase() !== 'verify', 'is no source: “verify” says that nobody has checked'),
    why: z.string().trim().min(1, 'say how it was checked').max(400, 'is too long'),
  }),
  result: returns<{ values: number }>(),
});
