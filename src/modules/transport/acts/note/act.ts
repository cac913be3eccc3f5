import { z } from 'zod';
import { weightBatch } from '@/core/sampling/samples';
import { haulCheckIds, haulNoteIds, haulNotes } from '@/core/transport/haul';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';
import { overHaul } from '../../input';

/** It leaves though not all was looked at. */
export const unchecked = defineQuestion('unchecked', 'meant');

/** Lines that a pen drew: nothing else gets into a paper. */
const SIGNED = /^(?:[ML]-?\d{1,3}(?:\.\d)? -?\d{1,3}(?:\.\d)? ?)*$/;

/** What is said of a haul: checked, left, read under way, arrived, delivered, back. */
export const noteHaul = defineAct({
  type: 'haul.note',
  title: 'On the way',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    haul: z.number().int(),
    what: z.enum(haulNoteIds),
    /** Of a check: what was looked at. */
    ticks: z.array(z.enum(haulCheckIds)).default([]),
    tank: z.string().trim().max(40, 'is too long').default(''),
    oxygen: z.number().min(0, 'cannot be negative').max(70, 'is no oxygen of water: mg/L').optional(),
    celsius: z.number().min(-2, 'is colder than water gets').max(40, 'is hotter than they bear').optional(),
    /** Of a delivery: who took them over. */
    said: z.string().trim().max(300, 'is too long').default(''),
    /** Of a delivery: what the receiver wrote on the screen. */
    signature: z.string().regex(SIGNED, 'is no signature').max(20_000, 'is longer than any name').default(''),
    /** Of what is loaded: which load, its sample batches, and the buckets that went in. */
    unit: z.number().int().optional(),
    lotId: z.number().int().optional(),
    site: z.number().int().nullable().optional(),
    batches: z.array(weightBatch).max(100, 'are more samples than anybody takes').default([]),
    bucketsG: z.array(z.number().gt(0, 'must be above 0')).max(500, 'are more buckets than one load has').default([]),
  }),
  result: returns<{ truck: string; todo: string }>(),
  questions: [unchecked, overHaul],
  kinds: {
    haulNote: {
      word: 'haul',
      says: ({ intent: i }) =>
        listed(
          `${(i as { truck?: string }).truck ?? ''} ${haulNotes[i.what ?? 'read']}`,
          i.tank,
          i.oxygen !== undefined && ['oxygen ', { figure: i.oxygen, to: 3 }, ' mg/L'],
          i.celsius !== undefined && { celsius: i.celsius },
          (i.bucketsG ?? []).length > 0 && [
            String(i.bucketsG!.length),
            i.bucketsG!.length === 1 ? ' bucket' : ' buckets',
          ],
          i.said,
          Boolean(i.signature) && 'signed',
        ),
    },
  },
  onlyTakenBack: 'A line of a haul is taken back and said anew.',
  texts: (i) => [i.said, (i as { truck?: string }).truck],
});
