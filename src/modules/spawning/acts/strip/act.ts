import { z } from 'zod';
import { stripFields } from '@/core/spawning/acts';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { day } from '../../input';

/** Eggs stripped, dry, with how they look; held apart where they are poor. */
export const strip = defineAct({
  type: 'spawning.strip',
  title: 'Strip',
  by: ['manager', 'culturist'],
  input: z
    .object({ ...eventFields, day, ...stripFields })
    .refine((p) => !p.apart || p.why !== '', { path: ['why'], error: 'say why they are held apart' }),
  result: returns<{ tag: string }>(),
  kinds: {
    strip: {
      word: 'stripped',
      says: ({ intent: i }) => [
        { massG: i.massG ?? 0, as: 'given' },
        ` of eggs${i.airSeconds === undefined ? '' : `, ${i.airSeconds} s out of the water`}${i.apart ? `, held apart: ${i.why}` : ''}`,
      ],
      measured: (i) => ({ massG: i.massG }),
    },
  },
  texts: (i) => [i.why],
});
