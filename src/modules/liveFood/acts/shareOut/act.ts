import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';
import { held } from '@/server/questions';

/** More than the harvest has left, or far beyond what a tank is kept at. */
export const sure = defineQuestion('sure', 'yes');

/** One harvest shared out over several tanks, by the number of larvae in each. */
export const shareOut = defineAct({
  type: 'prey.share',
  title: 'Live food shared out',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    vessel: z.number().int(),
    prey: z.string().trim().min(1, 'needs a name').max(40, 'is too long'),
    parts: z
      .array(
        z.object({
          unit: z.number().int(),
          lotId: z.number().int().optional(),
          stage: z.string().optional(),
          number: z
            .number()
            .int('must be a whole number')
            .min(0, 'must not be below 0')
            .max(1e12, 'is more than any cone holds'),
        }),
      )
      .min(1, 'needs a tank')
      .max(200, 'are more tanks than one harvest feeds'),
  }),
  result: returns<{ given: number; tanks: number; left: number }>(),
  questions: [sure, held],
  kinds: {
    preyShared: {
      word: 'live food',
      looksAt: true,
      says: ({ intent: i }) =>
        listed(
          [
            { count: (i.parts ?? []).reduce((s, x) => s + (x.number ?? 0), 0) },
            ` ${i.prey ?? ''} from ${i.vesselName ?? ''}`,
          ],
          i.unitNames ? `to ${i.unitNames}` : null,
        ),
    },
  },
  texts: (i) => [i.prey, i.vesselName],
});
