import { z } from 'zod';
import { chemicalMoveIds, chemicalMoves } from '@/core/health/chemicals';
import { plain } from '@/core/quantities/format';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';

/** More goes than is on hand by the books. */
export const shortStock = defineQuestion('shortStock', 'yes');

/** A chemical came, was used beside treatments, disposed of, or counted. */
export const moveChemical = defineAct({
  type: 'chemical.move',
  title: 'Chemical in and out',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    chemical: z.number().int(),
    what: z.enum(chemicalMoveIds),
    amount: z.number().min(0, 'cannot be negative').max(1e9, 'is more than a store holds'),
    said: z.string().trim().max(300, 'is too long').default(''),
  }),
  result: returns<{ name: string; left: number; unit: string }>(),
  questions: [shortStock],
  kinds: {
    chemical: {
      word: 'chemical',
      says: ({ intent: i }) => {
        const of = i as { chemicalName?: string; chemicalUnit?: string };
        return [
          `${of.chemicalName ?? ''} ${chemicalMoves[i.what ?? 'used']}, ${plain(i.amount ?? 0)} ${of.chemicalUnit ?? ''}${i.said ? `, ${i.said}` : ''}`,
        ];
      },
    },
  },
  onlyTakenBack: 'A line of the store is taken back and said anew.',
  texts: (i) => [i.said, (i as { chemicalName?: string }).chemicalName],
});
