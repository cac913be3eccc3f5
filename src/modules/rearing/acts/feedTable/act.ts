import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** A table of rations, taken in from a file; one of the same name takes the place of the one before. */
export const saveFeedTable = defineAct({
  type: 'feedTable.save',
  title: 'Take in a table of rations',
  by: ['manager'],
  input: z.object({
    name: z.string().trim().min(1, 'needs a name').max(60, 'is too long'),
    /** Species that it is for. */
    species: z.array(z.string()).min(1, 'needs a species'),
    source: z.string().trim().min(1, 'needs a source: the maker, or whoever made it').max(200, 'is too long'),
    text: z.string().min(1, 'is empty').max(200_000, 'is too large for a table of rations'),
    locale: z.string().max(16).default('en-GB'),
  }),
  result: returns<{ id: string; masses: number; temperatures: number }>(),
});
