import { z } from 'zod';
import type { workEggBath } from '@/core/doses/eggBath';
import { eggBathFields } from '@/core/doses/eggBath';
import { basisWords } from '@/core/incubation/eggWords';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { sensitive } from '@/server/questions';

/** The bath lies outside of Reference's ranges, and a second person has looked. */
export const dose = defineQuestion('dose', 'meant');

/** Reference does not know the product: its ranges were read on the label. */
export const unlisted = defineQuestion('unlisted', 'label');

/**
 * Eggs bathed against fungus: worked out, held against the stages in which it must stop, with who ordered it, by which
 * label, and where it was discharged. It moves no egg.
 */
export const batheEggs = defineAct({
  type: 'eggs.bathe',
  title: 'Bath',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...eventFields,
      ...eggBathFields,
    })
    .refine((p) => p.way !== 'flow' || p.flowLPerMin !== undefined, {
      path: ['flowLPerMin'],
      error: 'needed: the flow',
    })
    .refine((p) => p.way !== 'flow' || p.stockMgPerL !== undefined, {
      path: ['stockMgPerL'],
      error: 'needed: the strength of the stock',
    })
    .refine((p) => p.way !== 'still' || p.volumeL !== undefined, { path: ['volumeL'], error: 'needed: the volume' })
    .refine((p) => (p.basis !== 'activeSubstance' && p.basis !== 'availableIodine') || p.activeShare !== undefined, {
      path: ['activeShare'],
      error: 'needed: what share of the product is active, by its label',
    }),
  result: returns<{ units: string[] } & ReturnType<typeof workEggBath>>(),
  questions: [sensitive, dose, unlisted],
  kinds: {
    eggBath: {
      word: 'bath against fungus',
      says: ({ intent: i }) => [
        `${i.product}, `,
        { figure: i.targetMgPerL ?? Number.NaN, to: 3 },
        ` mg/L (${basisWords[i.basis as keyof typeof basisWords]}) for ${i.minutes} min, ordered by ${i.orderedBy}`,
      ],
    },
  },
  onlyTakenBack: 'A bath is taken back and entered anew: its figures hang together.',
  texts: (i) => [i.product, i.productLot, i.checkedBy, i.orderedBy, i.label, i.discharge],
});
