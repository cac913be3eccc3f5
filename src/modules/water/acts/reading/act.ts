import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** One reading by eye of what is not a temperature: oxygen, pH, flow. */
export const recordReading = defineAct({
  type: 'reading.record',
  title: 'Reading',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({ ...eventFields, sensor: z.number().int(), value: z.number() }),
  result: returns<{ sensor: string; value: number }>(),
  kinds: {
    reading: {
      word: 'reading',
      says: ({ intent: i }) => [
        `${i.sensorName}: `,
        ...(i.unitName === '°C'
          ? [{ celsius: i.value ?? Number.NaN }]
          : [{ figure: i.value ?? Number.NaN }, i.unitName ? ` ${i.unitName}` : '']),
      ],
      measured: (i) => ({ value: i.value, unit: String(i.unitName ?? '') }),
    },
  },
  texts: (i) => [i.sensorName],
});
