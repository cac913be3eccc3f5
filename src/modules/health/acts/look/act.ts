import { z } from 'zod';
import { idsOf } from '@/core/ids';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** How they stand a day after they were moved. */
export const settledHow = {
  settled: 'settled, feeding or near the bottom',
  restless: 'restless, along the walls',
  gasping: 'at the surface, gasping',
  hurt: 'some with lost scales, torn fins, on their side',
} as const;
export type Settled = keyof typeof settledHow;

/** What to do where they have not settled. */
export const settledTodo: Record<Settled, string> = {
  settled: '',
  restless: 'Less light and noise, no feed today, look again tonight.',
  gasping: 'Air and flow now; read oxygen; no feed.',
  hurt: 'No feed, no net; count the dead tonight and tomorrow; open a case if they grow more.',
};

/** Fish are looked at again after they were moved. */
export const lookAgain = defineAct({
  type: 'fish.look',
  title: 'Looked at again',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    unit: z.number().int(),
    how: z.enum(idsOf(settledHow)),
    /** What they left on the way was pulled out. */
    waste: z.boolean().default(false),
  }),
  result: returns<{ unit: string; todo: string }>(),
  kinds: {
    look: {
      word: 'looked at again',
      looksAt: true,
      says: ({ intent: i }) => [`${settledHow[i.how ?? 'settled']}${i.waste ? ', waste pulled out' : ''}`],
    },
  },
});
