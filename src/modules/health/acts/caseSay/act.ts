import { z } from 'zod';
import { signIds } from '@/core/health/signs';
import { idsOf } from '@/core/ids';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** What may be said of a case. */
export const caseWords = {
  found: 'found',
  sample: 'sample sent',
  result: 'result',
  diagnosis: 'diagnosis',
} as const;
export type CaseWord = keyof typeof caseWords;

const text = (most: number) => z.string().trim().max(most, 'is too long').default('');

/** What was found, sent to the laboratory, came back from it, or was made of it all. */
export const caseSay = defineAct({
  type: 'case.say',
  title: 'Say of a case',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...eventFields,
      case: z.number().int(),
      what: z.enum(idsOf(caseWords)),
      text: text(500),
      signs: z.array(z.enum(signIds)).default([]),
      /** What stands on the container: results come back to it. */
      sample: text(40),
      /** Animals in it, taken and killed, or swabbed. */
      animals: z.number().int().min(1, 'needs one').max(100_000).optional(),
      organs: text(80),
      /** Who took it over, from hand to hand. */
      handedTo: text(120),
      /** Who says so: a diagnosis is the veterinarian's or the laboratory's. */
      by: text(80),
    })
    .superRefine((p, ctx) => {
      const need = (field: 'text' | 'sample' | 'handedTo' | 'by', what: string) => {
        if (!p[field]) ctx.addIssue({ code: 'custom', path: [field], message: `needed: ${what}` });
      };
      if (p.what === 'found' && p.signs.length === 0) need('text', 'what was found');
      if (p.what === 'sample') {
        need('sample', 'what stands on the container');
        need('handedTo', 'who took it over');
      }
      if (p.what === 'result') {
        need('sample', 'of which container');
        need('text', 'what was found in it');
      }
      if (p.what === 'diagnosis') {
        need('text', 'what it is');
        need('by', 'who says so');
      }
    }),
  result: returns<{ case: number }>(),
  kinds: {
    caseSay: {
      word: 'of a case',
      says: ({ intent: i }) => [
        [
          caseWords[i.what ?? 'found'],
          i.sample,
          i.organs,
          i.text,
          i.handedTo ? `to ${i.handedTo}` : '',
          i.by ? `by ${i.by}` : '',
        ]
          .filter(Boolean)
          .join(', '),
      ],
    },
  },
  texts: (i) => [i.text, i.sample, i.organs, i.handedTo, i.by],
});
