import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';

/** Where the units of a room stand: rows and places in them, as they were dragged on the plan of the room. */
export const arrangeRoom = defineAct({
  type: 'room.arrange',
  title: 'Arrange a room',
  by: ['manager'],
  input: z.object({
    room: z.number().int(),
    units: z
      .array(
        z.object({
          id: z.number().int(),
          x: z.number().int().min(0),
          y: z.number().int().min(0),
          battery: z.string().trim().max(40, 'is too long'),
        }),
      )
      .min(1, 'needs a unit')
      .max(1000, 'are more units than a room holds'),
  }),
  result: returns<{ moved: number }>(),
});
