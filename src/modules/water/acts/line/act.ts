import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

const end = z.union([z.strictObject({ work: z.number().int() }), z.strictObject({ room: z.number().int() })], {
  error: 'is one work or one room',
});

/** One line of the drawing of the water: it is drawn, or taken away. */
export const drawLine = defineAct({
  type: 'work.line',
  title: 'Draw a line of the water',
  by: ['manager'],
  input: z.object({ from: end, to: end, draw: z.boolean() }),
  result: returns<{ dry: boolean }>(),
});
