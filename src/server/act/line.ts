import type { z } from 'zod';
import type { Reading, Said } from '@/core/shorthand/reading';
import type { Act } from './define';

/** A line that was read as an act: its input, and what is read back before it is recorded. */
export const lineOf = <S extends z.ZodType, R>(act: Act<S, R>, input: z.input<S>, says: Said[]): Reading => ({
  kind: 'command',
  type: act.type,
  payload: input as Record<string, unknown>,
  says,
});
