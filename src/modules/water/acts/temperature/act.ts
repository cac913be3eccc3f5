import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** A temperature read by eye and typed: for a unit (then of the water it is on), a room, or a sensor. */
export const recordTemperature = defineAct({
  type: 'temperature.record',
  title: 'Temperature',
  by: ['manager', 'culturist', 'hand'],
  input: z
    .object({
      ...eventFields,
      unit: z.number().int().optional(),
      sensor: z.number().int().optional(),
      celsius: z
        .number()
        .min(-3, 'is colder than water gets')
        .max(45, 'is hotter than any of this water: typed in another unit?'),
    })
    .refine((p) => (p.unit === undefined) !== (p.sensor === undefined), {
      path: ['sensor'],
      error: 'name a unit or a sensor',
    }),
  result: returns<{ sensor: string; celsius: number; step: number }>(),
  kinds: {
    temperature: {
      word: 'temperature',
      looksAt: true,
      says: ({ intent: i }) => [{ celsius: i.celsius ?? Number.NaN }],
      measured: (i) => ({ value: i.celsius, unit: '°C' }),
    },
  },
});
