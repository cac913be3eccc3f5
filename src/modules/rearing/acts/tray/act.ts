import { z } from 'zod';
import { traysLeft, trayWords } from '@/core/appetite/next';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { listed } from '@/server/act/words';

/** What a tray, or the bottom, shows some time after a meal: by eye, or weighed. */
export const checkTray = defineAct({
  type: 'tray.check',
  title: 'Look what was left',
  by: ['manager', 'culturist', 'hand'],
  input: z
    .object({
      ...eventFields,
      ...standingFields,
      left: z.enum(traysLeft).optional(),
      leftG: z.number().min(0, 'must not be below 0').optional(),
    })
    .refine((p) => p.left !== undefined || p.leftG !== undefined, {
      path: ['left'],
      error: 'needs what was left, by eye or weighed',
    }),
  result: returns<{ lot: string; unit: string; mealG: number; nextG: number | null }>(),
  kinds: {
    tray: {
      word: 'tray',
      looksAt: true,
      says: ({ intent: i }) =>
        listed(
          i.leftG === undefined ? i.left && trayWords[i.left] : [{ massG: i.leftG, as: 'given' }, ' left'],
          typeof i.mealG === 'number' && ['of ', { massG: i.mealG, as: 'given' }],
        ),
      measured: (i) => ({ massG: i.leftG }),
    },
  },
});
