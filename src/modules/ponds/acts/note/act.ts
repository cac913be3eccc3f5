import { z } from 'zod';
import { type PondStep, pondStepIds, pondSteps } from '@/core/ponds/prepare';
import { plain } from '@/core/quantities/format';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** A step of a pond's preparation is done, fertiliser is given again, or its natural food was looked at. */
export const notePond = defineAct({
  type: 'pond.note',
  title: 'At a pond',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    run: z.number().int(),
    what: z.enum([...pondStepIds, 'food', 'exchange']),
    /** Of what was given. */
    kg: z.number().gt(0, 'must be above 0').max(1e6, 'is more than any pond is given').optional(),
    /** Depth at which the disc vanishes. */
    discCm: z.number().gt(0, 'must be above 0').max(1000, 'is clearer than any pond: cm').optional(),
    said: z.string().trim().max(300, 'is too long').default(''),
  }),
  result: returns<{ unit: string; says: string }>(),
  kinds: {
    pondNote: {
      word: 'pond',
      says: ({ intent: i }) => [
        [
          `${(i as { unitName?: string }).unitName ?? ''} ${i.what === 'food' ? 'natural food' : i.what === 'exchange' ? 'water exchanged' : pondSteps[(i.what ?? 'drain') as PondStep].word}`,
          ...(i.kg === undefined ? [] : [`${plain(i.kg)} kg`]),
          ...(i.discCm === undefined ? [] : [`disc ${plain(i.discCm)} cm`]),
          ...(i.said ? [i.said] : []),
        ].join(', '),
      ],
    },
  },
  onlyTakenBack: 'A line of a pond is taken back and said anew.',
  texts: (i) => [i.said, (i as { unitName?: string }).unitName],
});
