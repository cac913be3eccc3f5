import { z } from 'zod';
import { sensorKindIds } from '@/core/readings/sensorKinds';
import { defineAct, returns } from '@/server/act/define';
import { unitName } from '@/server/act/inputs';

export const saveSensor = defineAct({
  type: 'sensor.save',
  title: 'Save a sensor',
  by: ['manager'],
  input: z.object({
    id: z.number().int().optional(),
    name: unitName,
    room: z.number().int(),
    kind: z.enum(sensorKindIds).default('temperature'),
  }),
  result: returns<{ id: number }>(),
});
