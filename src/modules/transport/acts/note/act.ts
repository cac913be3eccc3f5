import { z } from 'zod';
import { haulCheckIds, haulNoteIds, haulNotes } from '@/core/transport/haul';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';

/** It leaves though not all was looked at. */
export const unchecked = defineQuestion('unchecked', 'meant');

/** What is said of a haul: checked, left, read under way, arrived, delivered, back. */
export const noteHaul = defineAct({
  type: 'haul.note',
  title: 'On the way',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    haul: z.number().int(),
    what: z.enum(haulNoteIds),
    /** Of a check: what was looked at. */
    ticks: z.array(z.enum(haulCheckIds)).default([]),
    tank: z.string().trim().max(40, 'is too long').default(''),
    oxygen: z.number().min(0, 'cannot be negative').max(70, 'is no oxygen of water: mg/L').optional(),
    celsius: z.number().min(-2, 'is colder than water gets').max(40, 'is hotter than they bear').optional(),
    /** Of a delivery: who took them over. */
    said: z.string().trim().max(300, 'is too long').default(''),
  }),
  result: returns<{ truck: string; todo: string }>(),
  questions: [unchecked],
  kinds: {
    haulNote: {
      word: 'haul',
      says: ({ intent: i }) =>
        listed(
          `${(i as { truck?: string }).truck ?? ''} ${haulNotes[i.what ?? 'read']}`,
          i.tank,
          i.oxygen !== undefined && ['oxygen ', { figure: i.oxygen, to: 3 }, ' mg/L'],
          i.celsius !== undefined && { celsius: i.celsius },
          i.said,
        ),
    },
  },
  onlyTakenBack: 'A line of a haul is taken back and said anew.',
  texts: (i) => [i.said, (i as { truck?: string }).truck],
});
