import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** Fixes what a release paper says, under a number. A later correction marks it superseded; it is never rewritten. */
export const issuePaper = defineAct({
  type: 'paper.issue',
  title: 'Issue a paper',
  by: ['manager', 'culturist'],
  input: z.object({ entryId: z.string(), content: z.record(z.string(), z.unknown()) }),
  result: returns<{ paperId: number; number: string }>(),
});
