import { z } from 'zod';
import { fateIds, fateOf, killMethodIds, killMethods } from '@/core/brood/fates';
import { sexes } from '@/core/brood/parseFish';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { listed } from '@/server/act/words';
import { ruleQuestions, uncertified } from '@/server/questions';
import { count, positive, withdrawal } from '../../input';

/** Adults of a batch that ended together: so many of a sex, one way. */
export const sort = defineAct({
  type: 'brood.sort',
  title: 'Sort adults',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...eventFields,
      batch: z.number().int(),
      sex: z.enum(sexes),
      number: count.min(1, 'needs at least one'),
      fate: z.enum(fateIds),
      /** Of a killing: how, and for how many the first application sufficed. */
      method: z.enum(killMethodIds).optional(),
      sufficed: count.optional(),
      /** Of those returned: the mark that they carry. */
      mark: z.string().trim().max(60, 'is too long').default(''),
      totalMassG: positive.optional(),
      cause: z.string().trim().max(120, 'is too long').default(''),
    })
    .refine((p) => !fateOf(p.fate)!.stays, {
      path: ['fate'],
      error: 'is no end: those that stay wait in the batch, or are tagged',
    })
    .refine((p) => !fateOf(p.fate)!.killed || (p.method && p.sufficed !== undefined), {
      path: ['method'],
      error: 'say how they were killed, and for how many the first application sufficed',
    })
    .refine((p) => p.sufficed === undefined || p.sufficed <= p.number, {
      path: ['sufficed'],
      error: 'cannot be more than were killed',
    }),
  result: returns<{ name: string; fate: string; number: number }>(),
  questions: [...ruleQuestions, withdrawal, uncertified],
  kinds: {
    fishSort: {
      word: 'adults sorted',
      says: ({ intent: i }) =>
        listed(
          `${i.batchName}: ${i.number} ${i.sex === 'unknown' ? 'not sexed' : `${i.sex}${i.number === 1 ? '' : 's'}`}`,
          fateOf(String(i.fate))?.name,
          killMethods.find((m) => m.id === i.method)?.name,
          i.sufficed !== undefined &&
            i.sufficed < (i.number ?? 0) &&
            `the first application sufficed for ${i.sufficed}`,
          i.mark && `mark ${i.mark}`,
          i.cause,
        ),
    },
  },
  texts: (i) => [i.mark, i.cause, i.batchName],
});
