import { z } from 'zod';
import { handlings } from '@/core/incubation/eggWords';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { listed } from '@/server/act/words';
import { eyes, sensitive } from '@/server/questions';

/**
 * Eggs shocked or handled: after it some whiten, which the watch over the picks then expects. A shock belongs after the
 * eyes are seen in nearly all.
 */
export const handleEggs = defineAct({
  type: 'eggs.handle',
  title: 'Handle eggs',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    ...standingFields,
    what: z.enum(['shocked', 'poured', 'cleaned', 'rolled', 'water', 'flow']),
    /** For lost flow: minutes. */
    minutes: z.number().positive('must be above 0').max(10_000, 'is longer than eggs live').optional(),
    /** For a flow that was set: what was measured then; from now on it is the unit's. */
    flowLPerMin: z.number().positive('must be above 0').max(100_000, 'is more than any unit takes').optional(),
  }),
  result: returns<{ lot: string; unit: string; what: string }>(),
  questions: [sensitive, eyes],
  kinds: {
    handled: {
      word: 'eggs handled',
      says: ({ intent: i }) =>
        listed(
          handlings[i.what as keyof typeof handlings]?.name ?? i.what,
          i.minutes && `${i.minutes} min`,
          i.flowLPerMin ? { flowLPerMin: i.flowLPerMin } : null,
        ),
    },
  },
});
