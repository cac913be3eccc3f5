import { z } from 'zod';
import { nestFields } from '@/core/spawning/acts';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { acrossStrains } from '@/server/questions';
import { day } from '../../input';

/** A pair has spawned on its nest: the eggs come to the table on it, with their parents. */
export const nest = defineAct({
  type: 'spawning.nest',
  title: 'Spawn on a nest',
  by: ['manager', 'culturist'],
  input: z.object({ ...eventFields, day, ...nestFields }),
  result: returns<{ bowl: string; female: string }>(),
  questions: [acrossStrains],
  kinds: { nest: { word: 'spawned on a nest', says: ({ intent: i }) => [`nest ${i.bowl}: 1 × ${i.males?.length}`] } },
  texts: (i) => [i.bowl],
});
