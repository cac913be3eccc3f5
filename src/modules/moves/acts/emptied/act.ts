import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';

/** The unit is found empty: what the books still show goes to unexplained. */
export const recordEmptied = defineAct({
  type: 'unit.emptied',
  title: 'Emptied',
  by: ['manager', 'culturist'],
  input: z.object({ ...eventFields, ...standingFields }),
  result: returns<{ lot: string; unit: string; unexplained: number }>(),
  kinds: { emptied: { word: 'emptied', looksAt: true } },
});
