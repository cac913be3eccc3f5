import { z } from 'zod';
import { LARGEST_FILE } from '@/core/readings/decodeText';
import { defineAct, returns } from '@/server/act/define';
import { defineQuestion } from '@/server/act/question';
import type { ImportResult } from './result';

/** They lie far off what is known of this water, and are right. */
export const odd = defineQuestion('odd', 'meant');

/**
 * A logger's file. The same file twice adds nothing; with one row changed, only that row matters: new instants are
 * added, values that contradict stored ones are shown and left alone unless `conflicts` says to take the file's.
 */
export const importReadings = defineAct({
  type: 'readings.import',
  title: 'Read in a logger file',
  by: ['manager', 'culturist'],
  input: z.object({
    sensor: z.number().int(),
    fileName: z.string().max(200).default(''),
    text: z.string().min(1, 'is empty').max(LARGEST_FILE, 'is larger than 25 MB: split the file'),
    dateOrder: z.enum(['dmy', 'mdy']).optional(),
    clock: z.enum(['local', 'winter']).optional(),
    unit: z.enum(['C', 'F']).optional(),
    conflicts: z.enum(['keep', 'replace']).default('keep'),
    /** Which column holds the values, where several could. */
    column: z.coerce.number().int().min(0).max(500).optional(),
    /** `show`: say what was understood before anything is written; `seen`: it was looked at. */
    preview: z.enum(['show', 'seen']).optional(),
  }),
  result: returns<ImportResult>(),
  questions: [odd],
  kinds: {
    import: {
      word: 'readings imported',
      says: ({ intent: i }) => [`${i.fileName || 'file'}: ${i.rows} readings, ${i.added} new`],
    },
  },
  onlyTakenBack: 'A file is taken back whole, not corrected: read in the right one after that.',
  texts: (i) => [i.fileName],
});
