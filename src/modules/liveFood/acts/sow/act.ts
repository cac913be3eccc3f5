import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';

/** Sown over what stands there, or denser than cysts hatch well. */
export const over = defineQuestion('over', 'yes');
export const dense = defineQuestion('dense', 'yes');

/** Cysts put into a cone. */
export const sowCysts = defineAct({
  type: 'cysts.sow',
  title: 'Sow a cone',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    vessel: z.number().int(),
    cystsG: z.number().gt(0, 'must be above 0').max(50_000, 'is more than any cone bears'),
    strain: z.string().default('small'),
    celsius: z.number().min(10, 'is too cold: cysts hatch at 25 to 30 °C').max(40, 'is too hot for them').default(28),
    /** Tin of the feed store. */
    feedLot: z.number().int().optional(),
  }),
  result: returns<{ vessel: string; hatchAt: number }>(),
  questions: [over, dense],
  kinds: {
    sow: {
      word: 'sown',
      says: ({ intent: i }) =>
        listed(
          [{ massG: i.cystsG ?? 0, as: 'given' }, ` of cysts into ${i.vesselName ?? ''}`],
          i.celsius !== undefined && {
            celsius: i.celsius,
          },
        ),
      measured: (i) => ({ massG: i.cystsG }),
    },
  },
  texts: (i) => [i.vesselName],
});
