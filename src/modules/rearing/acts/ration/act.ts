import { z } from 'zod';
import { planFaults, rationPlanFields } from '@/core/feeding/rationPlan';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed, type Words } from '@/server/act/words';

/** Less than a maintenance ration, or more than fish of their size eat. */
export const sure = defineQuestion('sure', 'yes');

const METHOD = {
  table: 'by table',
  growth: 'by growth',
  hatcheryConstant: 'by growth in length',
  percent: 'by share of their mass',
  fixed: 'as set',
} as const;

/** How a tank is fed from now on. */
export const setRation = defineAct({
  type: 'ration.set',
  title: 'Set the ration',
  by: ['manager', 'culturist'],
  proposes: ['hand'],
  input: z.object({ ...eventFields, ...standingFields, ...rationPlanFields }).superRefine((p, c) => {
    for (const f of planFaults(p)) c.addIssue({ code: 'custom', path: [f.path], message: f.message });
  }),
  result: returns<{ lot: string; unit: string }>(),
  questions: [sure],
  kinds: {
    ration: {
      word: 'ration',
      looksAt: true,
      says: ({ intent: i }): Words =>
        listed(
          METHOD[i.method ?? 'table'],
          i.percentPerDay && [{ figure: i.percentPerDay }, ' % a day'],
          i.fixedG && [{ massG: i.fixedG, as: 'given' }, ' a day'],
          i.ofMethodShare !== undefined &&
            i.ofMethodShare !== 1 && [{ figure: 100 * i.ofMethodShare, to: 3 }, ' % of that'],
          i.by === 'belt' ? 'on a belt' : i.mealsPerDay && [{ count: i.mealsPerDay }, ' meals'],
          i.productName ? String(i.productName) : null,
        ),
    },
  },
});
