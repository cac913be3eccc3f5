import { z } from 'zod';
import { signIds, signs } from '@/core/health/signs';
import { plain } from '@/core/quantities/format';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** Something is wrong with the fish of some tanks: from then on what is found, sent, given and said of it hangs together. */
export const caseOpen = defineAct({
  type: 'case.open',
  title: 'Open a case',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    units: z.array(z.number().int()).min(1, 'needs a tank').max(60, 'are more tanks than one case has'),
    signs: z.array(z.enum(signIds)).default([]),
    /** Held apart after they came, until it is known that they carry nothing. */
    why: z.enum(['ill', 'quarantine']).default('ill'),
    days: z.number().min(1, 'is no quarantine').max(365, 'is longer than a year').optional(),
    suspected: z.string().trim().max(200, 'is too long').default(''),
  }),
  result: returns<{ id: number; units: string[] }>(),
  kinds: {
    caseOpen: {
      word: 'case opened',
      says: ({ intent: i }) => [
        [
          ...(i.why === 'quarantine' ? [`quarantine${i.days === undefined ? '' : ` of ${plain(i.days)} days`}`] : []),
          ...(i.signs ?? []).map((s) => signs[s].word),
          ...(i.suspected ? [`suspected: ${i.suspected}`] : []),
        ].join(', ') || 'no sign named',
      ],
    },
  },
  onlyTakenBack: 'A case is taken back and opened anew; signs that are seen later are said of it.',
  texts: (i) => [i.suspected],
});
