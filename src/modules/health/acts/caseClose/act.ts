import { z } from 'zod';
import { idsOf } from '@/core/ids';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { letGo } from '@/server/questions';

export const outcomes = {
  over: 'over: they are well',
  none: 'no illness',
  culled: 'they were culled',
  unexplained: 'over, never explained',
} as const;

/** How a case ended. */
export const caseClose = defineAct({
  type: 'case.close',
  title: 'Close a case',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    case: z.number().int(),
    outcome: z.enum(idsOf(outcomes)),
    diagnosis: z.string().trim().max(200, 'is too long').default(''),
  }),
  result: returns<{ case: number }>(),
  questions: [letGo],
  kinds: {
    caseClose: {
      word: 'case closed',
      says: ({ intent: i }) => [`${outcomes[i.outcome ?? 'over']}${i.diagnosis ? `, ${i.diagnosis}` : ''}`],
    },
  },
  texts: (i) => [i.diagnosis],
});
