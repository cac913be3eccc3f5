import { z } from 'zod';
import { injectFields } from '@/core/spawning/acts';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { day } from '../../input';

/** Another dose than the treatment’s. */
export const dose = defineQuestion('dose', 'meant');

/** Sooner or later after the part before than the treatment says. */
export const interval = defineQuestion('interval', 'meant');

/** One part of a hormone treatment, worked out, held against Reference's range, and checked by a second person. */
export const inject = defineAct({
  type: 'spawning.inject',
  title: 'Inject',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    day,
    ...injectFields,
  }),
  result: returns<{ tag: string; amount: number; volumeMl: number; unit: string }>(),
  questions: [dose, interval],
  kinds: {
    inject: {
      word: 'injected',
      says: ({ intent: i }) => [
        `part ${i.part} of ${i.of}: `,
        { figure: Number(i.amount), to: 3 },
        ` ${i.doseUnit === 'ug' ? 'µg' : i.doseUnit}, `,
        { figure: Number(i.volumeMl), to: 3 },
        ` mL in ${i.sites} ${i.sites === 1 ? 'site' : 'sites'}, lot ${i.hormoneLot}, checked by ${i.checkedBy}`,
      ],
    },
  },
  texts: (i) => [i.hormoneLot, i.checkedBy],
});
