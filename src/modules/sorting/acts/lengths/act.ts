import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';

/** Odd by an order of magnitude for fish of their mass, or one among the others. */
export const sure = defineQuestion('sure', 'yes');

/** Lengths measured one by one: how large they are, and how far apart. */
export const recordLengths = defineAct({
  type: 'lengths.record',
  title: 'Measure lengths',
  by: ['manager', 'culturist'],
  proposes: ['hand'],
  input: z.object({
    ...eventFields,
    ...standingFields,
    lengthsMm: z
      .array(z.number().gt(0, 'must be above 0').max(5000, 'is longer than any fish here'))
      .min(3, 'needs at least three: of fewer no spread is told')
      .max(5000, 'are more than anybody measures'),
  }),
  result: returns<{
    lot: string;
    unit: string;
    n: number;
    meanMm: number;
    cv: number;
    low: number | null;
    high: number | null;
  }>(),
  questions: [sure],
  kinds: {
    lengths: {
      word: 'lengths measured',
      looksAt: true,
      says: ({ intent: { lengthsMm = [] } }) => {
        const n = lengthsMm.length;
        const mean = lengthsMm.reduce((s, x) => s + x, 0) / Math.max(1, n);
        const sd = Math.sqrt(lengthsMm.reduce((s, x) => s + (x - mean) ** 2, 0) / Math.max(1, n - 1));
        return [
          { count: n },
          ' of ',
          { lengthMm: Number(mean.toPrecision(3)) },
          `, spread `,
          { figure: Number(((100 * sd) / mean).toPrecision(2)) },
          ' %',
        ];
      },
    },
  },
});
