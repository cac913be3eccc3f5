import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';

const count = z.number().int('must be a whole number').min(0, 'must not be below 0').default(0);

/** Crustaceans of a tank looked at for their shells: how many soft, hardening, hard. */
export const sampleMoult = defineAct({
  type: 'moult.sample',
  title: 'Shells looked at',
  by: ['manager', 'culturist', 'hand'],
  input: z
    .object({ ...eventFields, ...standingFields, soft: count, hardening: count, hard: count })
    .refine((p) => p.soft + p.hardening + p.hard > 0, { path: ['hard'], error: 'needs at least one looked at' }),
  result: returns<{ lot: string; unit: string; of: number }>(),
  kinds: {
    moult: {
      word: 'shells',
      looksAt: true,
      says: ({ intent: i }) => [`${i.soft ?? 0} soft, ${i.hardening ?? 0} hardening, ${i.hard ?? 0} hard`],
      measured: (i) => {
        const of = (i.soft ?? 0) + (i.hardening ?? 0) + (i.hard ?? 0);
        return of > 0 ? { value: (100 * (i.soft ?? 0)) / of, unit: `% soft of ${of}` } : {};
      },
    },
  },
});
