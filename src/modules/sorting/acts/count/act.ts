import { z } from 'zod';
import { measurement } from '@/core/books/measurement';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { answer, sensitive } from '@/server/questions';
import type { Census } from '@/server/stock/numbers/census';
import { censusWords } from '../../words';

/** A number of what stands in a unit: a census of the books. */
export const recordCount = defineAct({
  type: 'count.record',
  title: 'Count',
  by: ['manager', 'culturist'],
  proposes: ['hand'],
  input: z.object({ ...eventFields, ...standingFields, measured: measurement }),
  result: returns<Census>(),
  questions: [answer, sensitive],
  kinds: { count: { word: 'counted', looksAt: true, says: censusWords } },
});
