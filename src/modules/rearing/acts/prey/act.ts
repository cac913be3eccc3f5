import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';
import { held } from '@/server/questions';

/** More than the harvest has left, or far beyond what a tank is kept at. */
export const sure = defineQuestion('sure', 'yes');

/** Live prey given to a tank. */
export const givePrey = defineAct({
  type: 'prey.give',
  title: 'Live food given',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    ...standingFields,
    number: z.number().gt(0, 'must be above 0').max(1e12, 'is more than any cone holds'),
    prey: z.string().trim().min(1, 'needs a name').max(40, 'is too long').default('brine shrimp'),
    /** Vessel out of which it came. */
    vessel: z.number().int().optional(),
  }),
  result: returns<{ lot: string; unit: string }>(),
  questions: [sure, held],
  kinds: {
    prey: {
      word: 'live food',
      looksAt: true,
      says: ({ intent: i }) =>
        listed(
          [{ count: i.number ?? 0 }, ` ${i.prey ?? ''}`],
          typeof i.vesselName === 'string' && `from ${i.vesselName}`,
        ),
    },
  },
  texts: (i) => [i.prey],
});
