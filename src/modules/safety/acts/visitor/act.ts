import { z } from 'zod';
import { plain } from '@/core/quantities/format';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';

/** They were at other fish lately. */
export const fromFish = defineQuestion('fromFish', 'meant');

/** Somebody from outside goes in: what may come with them. */
export const recordVisitor = defineAct({
  type: 'visitor.record',
  title: 'Visitor',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    who: z.string().trim().min(1, 'needed: who').max(120, 'is too long'),
    /** Hours since they were last at another farm or water; absent: at none within memory. */
    farmHours: z.number().min(0, 'cannot be negative').max(10_000, 'is longer than a year').optional(),
    where: z.string().trim().max(120, 'is too long').default(''),
    /** Boots and hands were disinfected, or house boots given. */
    clean: z.boolean().default(false),
  }),
  result: returns<{ who: string }>(),
  questions: [fromFish],
  kinds: {
    visitor: {
      word: 'visitor',
      says: ({ intent: i }) => [
        [
          i.who ?? '',
          ...(i.where ? [`in ${i.where}`] : []),
          ...(i.farmHours === undefined ? [] : [`${plain(i.farmHours)} h after another farm`]),
          i.clean ? 'boots and hands disinfected' : 'not disinfected',
        ].join(', '),
      ],
    },
  },
  texts: (i) => [i.who, i.where],
});
