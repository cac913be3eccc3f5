import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/**
 * A list of brood fish read in: all of it or nothing. What a cell leaves empty stays as it is for a fish that is known;
 * parents that are not in the list and not known become ancestors known by the pedigree only. Masses, lengths and units
 * go into one entry, as seen at its time.
 */
export const importFish = defineAct({
  type: 'brood.import',
  title: 'Read in a list of brood fish',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    species: z.string(),
    fileName: z.string().trim().max(120, 'is too long').default(''),
    text: z.string().min(1, 'is empty').max(4_000_000, 'is too large: split the file'),
    locale: z.string().max(16).default('en-GB'),
  }),
  result: returns<{ fish: number; added: number; ancestors: number }>(),
  kinds: {
    fishImport: { word: 'brood fish read in', says: ({ intent: i }) => [`${i.fileName || 'list'}: ${i.count} fish`] },
  },
  onlyTakenBack: 'A list is taken back whole, not corrected: read in the right one after that.',
  texts: (i) => [i.fileName],
});
