import { z } from 'zod';
import { plain } from '@/core/quantities/format';
import { crossFields } from '@/core/spawning/acts';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { acrossStrains } from '@/server/questions';
import { day } from '../../input';

/** Eggs or milt of poor looks, or past their time. */
export const sure = defineQuestion('sure', 'yes');

/** Eggs and milt brought together in a bowl. */
export const cross = defineAct({
  type: 'spawning.cross',
  title: 'Fertilise',
  by: ['manager', 'culturist'],
  input: z
    .object({ ...eventFields, day, ...crossFields })
    .refine((p) => p.turns === undefined || p.how === 'sequential', {
      path: ['turns'],
      error: 'belongs to males one after the other',
    })
    .refine((p) => p.turns === undefined || p.turns.map((t) => t.fish).join() === p.males.join(), {
      path: ['turns'],
      error: 'has each male once, in the order of the males',
    })
    .refine((p) => p.turns === undefined || Math.abs(p.turns.reduce((s, t) => s + t.share, 0) - 1) < 0.02, {
      path: ['turns'],
      error: 'has shares that make 100 %',
    })
    .refine((p) => p.turns === undefined || p.turns.every((t, i) => i === 0 || t.minutes >= p.turns![i - 1]!.minutes), {
      path: ['turns'],
      error: 'go on in time: nobody comes before the one in front of him',
    }),
  result: returns<{ bowl: string; females: string[]; males: string[] }>(),
  questions: [acrossStrains, sure],
  kinds: {
    cross: {
      word: 'fertilised',
      says: ({ intent: i }) => [
        `bowl ${i.bowl}, ${i.how}: ${i.females?.length} × ${i.males?.length}`,
        ...(i.turns
          ? [
              `; after ${i.turns.map((t: { minutes: number }) => plain(t.minutes)).join(', ')} min, shares ${i.turns.map((t: { share: number }) => Math.round(100 * t.share)).join(', ')} %`,
            ]
          : []),
      ],
    },
  },
  texts: (i) => [i.bowl],
});
