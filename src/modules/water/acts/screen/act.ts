import { z } from 'zod';
import { plain } from '@/core/quantities/format';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';

/** The smallest of them go through it. */
export const tooWide = defineQuestion('tooWide', 'meant');

/** The screen before the outlet of a tank is set or changed: the opening that keeps the fish. */
export const setScreen = defineAct({
  type: 'screen.set',
  title: 'Outlet screen',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    unit: z.number().int(),
    openingMm: z.number().gt(0, 'must be above 0').max(100, 'keeps no fish: mm'),
  }),
  result: returns<{ unit: string; todo: string }>(),
  questions: [tooWide],
  kinds: { screen: { word: 'outlet screen', says: ({ intent: i }) => [`${plain(i.openingMm ?? 0)} mm`] } },
});
