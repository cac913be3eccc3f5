import { z } from 'zod';
import { fateDetails, givenAway, killedHow } from '@/core/books/fates';
import { plain } from '@/core/quantities/format';
import { decisions, type SelectionDecision } from '@/core/selection/judged';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { loadQuestions, sensitive, shortfall, tempered, withdrawal } from '@/server/questions';

const words: Record<SelectionDecision, string> = {
  keep: 'kept',
  second: 'second pond',
  sell: 'away',
  cull: 'culled',
  undecided: 'undecided',
};

/**
 * A selection reaches the books: the kept and those for the second pond become lots of their own, the others leave, the
 * undecided stay. Where the whole tank was gone through it is a count, too.
 */
export const closeSelection = defineAct({
  type: 'selection.close',
  title: 'Selection to the books',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    selection: z.number().int(),
    keepTo: z.number().int().optional(),
    secondTo: z.number().int().optional(),
    /** What becomes of those that are sold. */
    fate: z.enum(givenAway).default('sold'),
    ...fateDetails,
    /** How those that are culled were killed. */
    method: killedHow,
    culledG: z.number().gt(0, 'must be above 0').max(1e9).optional(),
    /** Every fish of the tank was judged: what the books hold beyond is unexplained. */
    whole: z.boolean().default(false),
  }),
  result: returns<{ lot: string; unit: string; kept: string | null; second: string | null; judged: number }>(),
  questions: [...loadQuestions, shortfall, sensitive, tempered, withdrawal],
  onlyTakenBack: 'It follows from the fish that were judged: taken back, they are on the bench again.',
  kinds: {
    selection: {
      word: 'selected',
      looksAt: true,
      paper: '/print/fates',
      says: ({ intent: i, odd }) => {
        const by = (i as { by?: Partial<Record<SelectionDecision, number>> }).by ?? {};
        return [
          decisions
            .filter((d) => by[d])
            .map((d) => `${plain(by[d]!)} ${words[d]}`)
            .join(', '),
          ...odd,
        ];
      },
    },
  },
  texts: (i) => [i.receiver, i.method],
});
