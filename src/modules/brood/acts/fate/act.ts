import { z } from 'zod';
import { fateIds, fateOf, killMethodIds, killMethods } from '@/core/brood/fates';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { listed } from '@/server/act/words';
import { ruleQuestions, uncertified } from '@/server/questions';
import { dayField, fishId, positive, withdrawal } from '../../input';

/** How an adult ended here: kept, returned, used, died, or killed; with the welfare record of a killing. */
export const recordFate = defineAct({
  type: 'brood.fate',
  title: 'Fate of a brood fish',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...eventFields,
      ...dayField,
      fish: fishId,
      fate: z.enum(fateIds),
      /** Of a killing: how, and whether the first application sufficed. */
      method: z.enum(killMethodIds).optional(),
      firstSufficed: z.boolean().optional(),
      /** Of one returned: the mark it carries. */
      mark: z.string().trim().max(60, 'is too long').optional(),
      massG: positive.optional(),
      lengthMm: positive.optional(),
      cause: z.string().trim().max(120, 'is too long').default(''),
    })
    .refine((p) => !fateOf(p.fate)!.killed || (p.method && p.firstSufficed !== undefined), {
      path: ['method'],
      error: 'say how it was killed, and whether the first application sufficed',
    }),
  result: returns<{ tag: string; fate: string }>(),
  questions: [...ruleQuestions, withdrawal, uncertified],
  kinds: {
    fate: {
      word: 'fate of a brood fish',
      says: ({ intent: i }) =>
        listed(
          fateOf(String(i.fate))?.name,
          killMethods.find((m) => m.id === i.method)?.name,
          i.firstSufficed === false && 'the first application did not suffice',
          i.mark && `mark ${i.mark}`,
          i.cause,
        ),
    },
  },
  texts: (i) => [i.mark, i.cause],
});
