import { z } from 'zod';
import { weightBatch } from '@/core/sampling/samples';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { answer } from '@/server/questions';
import type { Census } from '@/server/stock/numbers/census';
import { censusWords } from '../../words';

/** Odd by an order of magnitude for such animals. */
export const sure = defineQuestion('sure', 'yes');

/** Sample weights; with the whole weighed too they are a count. */
export const recordWeighing = defineAct({
  type: 'weigh.record',
  title: 'Weigh',
  by: ['manager', 'culturist'],
  proposes: ['hand'],
  input: z.object({
    ...eventFields,
    ...standingFields,
    batches: z.array(weightBatch).min(1, 'needs at least one batch'),
    totalMassG: z.number().gt(0, 'must be above 0').optional(),
    totalMassSdG: z.number().min(0).default(0),
  }),
  result: returns<{ lot: string; unit: string; meanG: number } | Census>(),
  questions: [answer, sure],
  kinds: {
    weighing: {
      word: 'weighed',
      looksAt: true,
      says: censusWords,
      measured: ({ batches = [] }) => {
        const count = batches.reduce((s, b) => s + b.count, 0);
        const massG = batches.reduce((s, b) => s + b.massG, 0);
        return count > 0 ? { massG, value: massG / count, unit: 'g each' } : {};
      },
    },
  },
});
