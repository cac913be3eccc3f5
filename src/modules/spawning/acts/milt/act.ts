import { z } from 'zod';
import { miltFields, motilities } from '@/core/spawning/acts';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';
import { day } from '../../input';

/** Females were treated, and none runs yet. */
export const noneRuns = defineQuestion('noneRuns', 'meant');

/** Milt of a male, with how it moves. */
export const takeMilt = defineAct({
  type: 'spawning.milt',
  title: 'Take milt',
  by: ['manager', 'culturist'],
  input: z
    .object({ ...eventFields, day, ...miltFields })
    .refine((p) => !p.apart || p.why !== '', { path: ['why'], error: 'say why it is held apart' }),
  result: returns<{ tag: string }>(),
  questions: [noneRuns],
  kinds: {
    milt: {
      word: 'milt taken',
      says: ({ intent: i }) =>
        listed(
          i.volumeMl ? [{ figure: i.volumeMl }, ' mL'] : null,
          motilities.find((m) => m.id === i.motility)?.name,
          i.apart && `held apart: ${i.why}`,
        ),
    },
  },
  texts: (i) => [i.why],
});
