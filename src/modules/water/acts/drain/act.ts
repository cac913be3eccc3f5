import { z } from 'zod';
import { idsOf } from '@/core/ids';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** How the drain of a tank stands. */
export const drains = {
  lowered: 'water lowered',
  out: 'standpipe out',
  shut: 'shut, refilled',
} as const;
export type Drain = keyof typeof drains;
export const drainIds = idsOf(drains);

/** A standpipe is pulled, water lowered for netting, or all is as it was. */
export const setDrain = defineAct({
  type: 'drain.set',
  title: 'Drain',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({ ...eventFields, unit: z.number().int(), state: z.enum(drainIds) }),
  result: returns<{ unit: string; todo: string }>(),
  kinds: { drain: { word: 'drain', says: ({ intent: i }) => [drains[i.state ?? 'shut']] } },
});
