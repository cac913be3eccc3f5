import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** What one of several who tally the same unit has counted so far. */
export type TallyTogether = {
  sum: Record<string, number>;
  parts: { id: string; name: string; counts: Record<string, number>; at: number }[];
};

/** One's own part of a tally that several make together: whole, not what came since, so that a lost answer doubles nothing. */
export const putTally = defineAct({
  type: 'tally.put',
  title: 'Tally together',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    unit: z.number().int(),
    /** Of this device, made up by it. */
    part: z.uuid(),
    counts: z.record(
      z.string().trim().min(1).max(20),
      z.number().int('must be whole numbers').min(0, 'must not be below 0').max(1e7, 'is more than anybody taps'),
    ),
  }),
  result: returns<TallyTogether>(),
  quiet: true,
});
