import { z } from 'zod';
import { regimeStep } from '@/core/feeding/regime';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { listed } from '@/server/act/words';

/** A way of starting and weaning larvae that a tank follows from now on. */
export const followRegime = defineAct({
  type: 'regime.follow',
  title: 'Follow a regime',
  by: ['manager', 'culturist'],
  proposes: ['hand'],
  input: z.object({
    ...eventFields,
    ...standingFields,
    regime: z.string().min(1, 'needs a regime'),
    /** When half had hatched; absent: as seen or foreseen for the lot. */
    hatchedAt: z.number().int().optional(),
    /** Steps of the hatchery's own in place of the shipped ones. */
    steps: z.array(regimeStep).min(1, 'needs at least one step').optional(),
  }),
  result: returns<{ lot: string; unit: string; regime: string }>(),
  kinds: {
    regime: {
      word: 'regime',
      looksAt: true,
      says: ({ intent: i }) => listed(String(i.regimeName ?? i.regime ?? ''), i.steps && 'with steps of their own'),
    },
  },
  texts: (i) => [i.regimeName],
});
