import { z } from 'zod';
import { harvestNotes, harvestStepOf, harvestSteps } from '@/core/ponds/harvest';
import { foodScoreIds, foodScores } from '@/core/ponds/natural';
import { type PondStep, pondStepIds, pondSteps } from '@/core/ponds/prepare';
import { plain } from '@/core/quantities/format';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** What was done at a pond, in a few words. */
const wordOf = (what: string): string => {
  const step = harvestStepOf(what);
  if (step) return `harvest: ${harvestSteps[step]}`;
  return what === 'food' ? 'natural food' : what === 'exchange' ? 'water exchanged' : pondSteps[what as PondStep].word;
};

/** A step of a pond's preparation or of its harvest is done, fertiliser is given again, or its natural food was looked at. */
export const notePond = defineAct({
  type: 'pond.note',
  title: 'At a pond',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    run: z.number().int(),
    what: z.enum([...pondStepIds, ...harvestNotes, 'food', 'exchange']),
    /** Of what was given. */
    kg: z.number().gt(0, 'must be above 0').max(1e6, 'is more than any pond is given').optional(),
    /** Depth at which the disc vanishes. */
    discCm: z.number().gt(0, 'must be above 0').max(1000, 'is clearer than any pond: cm').optional(),
    /** How much moves in a jar of its water. */
    score: z.enum(foodScoreIds).optional(),
    said: z.string().trim().max(300, 'is too long').default(''),
  }),
  result: returns<{ unit: string; says: string }>(),
  kinds: {
    pondNote: {
      word: 'pond',
      says: ({ intent: i }) => [
        [
          `${(i as { unitName?: string }).unitName ?? ''} ${wordOf(i.what ?? 'drain')}`,
          ...(i.kg === undefined ? [] : [`${plain(i.kg)} kg`]),
          ...(i.discCm === undefined ? [] : [`disc ${plain(i.discCm)} cm`]),
          ...(i.score ? [`in a jar ${foodScores[i.score]}`] : []),
          ...(i.said ? [i.said] : []),
        ].join(', '),
      ],
    },
  },
  onlyTakenBack: 'A line of a pond is taken back and said anew.',
  texts: (i) => [i.said, (i as { unitName?: string }).unitName],
});
