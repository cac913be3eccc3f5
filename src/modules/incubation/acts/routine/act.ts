import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** Something of a room's routine was done: one tick for all that stands in it. It moves no animal. */
export const tickRoutine = defineAct({
  type: 'routine.tick',
  title: 'Routine done',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({ ...eventFields, room: z.number().int(), task: z.string().max(14) }),
  result: returns<{ room: string; task: string }>(),
  kinds: { routine: { word: 'routine', says: ({ intent: i }) => [`${i.taskName}, ${i.roomName}`] } },
  texts: (i) => [i.taskName, i.roomName],
});
