import { z } from 'zod';
import { findingWords, type ReadyFinding } from '@/core/induction/latency';
import { readyFields } from '@/core/spawning/acts';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { day } from '../../input';

/** Looked whether a female runs; what was found moves her clock. */
export const lookReady = defineAct({
  type: 'spawning.ready',
  title: 'Look whether she runs',
  by: ['manager', 'culturist'],
  input: z.object({ ...eventFields, day, ...readyFields }),
  result: returns<{ tag: string }>(),
  kinds: {
    ready: { word: 'looked whether she runs', says: ({ intent: i }) => [findingWords[i.found as ReadyFinding]] },
  },
});
