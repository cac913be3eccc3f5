import { z } from 'zod';
import { stepFields } from '@/core/spawning/acts';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { day } from '../../input';

/** No bath is recorded for it, or the one that is has had its batches. */
export const bath = defineQuestion('bath', 'elsewhere', 'again');

/** The figure lies outside of what the protocol wants, and was measured again. */
export const figure = defineQuestion('figure', 'meant');

/** What should be over before it is not: they are not firm yet, or its steps were not stamped. */
export const order = defineQuestion('order', 'over', 'meant');

/** A step of a protocol, stamped with one tap, or left out with its reason: on a bowl, or on a female. */
export const stampStep = defineAct({
  type: 'spawning.step',
  title: 'Stamp a step',
  by: ['manager', 'culturist', 'hand'],
  input: z
    .object({ ...eventFields, day, ...stepFields })
    .refine((p) => !p.skipped || p.why !== '', { path: ['why'], error: 'say why it is left out' })
    .refine((p) => (p.bowl === undefined) !== (p.fish === undefined), {
      path: ['bowl'],
      error: 'say which bowl, or which female',
    }),
  result: returns<{ off: number }>(),
  questions: [bath, figure, order],
  kinds: {
    step: {
      word: 'step of a protocol',
      says: ({ intent: i }) => [
        `${i.bowl === undefined ? '' : `bowl ${i.bowl}: `}${i.says ?? i.step}${i.skipped ? `, left out: ${i.why}` : ''}`,
      ],
    },
  },
  texts: (i) => [i.bowl, i.why, i.says],
});
