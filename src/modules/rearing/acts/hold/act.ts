import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { listed } from '@/server/act/words';

/** Why a tank is not fed for a while. */
export const holdReasons = {
  handling: 'handling',
  grading: 'grading or counting',
  move: 'a move or a haul',
  waterChange: 'water change first',
  treatment: 'a bath',
  moult: 'they moult',
  sick: 'they are ill',
  other: 'another reason',
} as const;
export type HoldReason = keyof typeof holdReasons;

/** A tank is not fed for some hours. Nought hours lift it. */
export const holdFeed = defineAct({
  type: 'feed.hold',
  title: 'No feed for a while',
  by: ['manager', 'culturist'],
  proposes: ['hand'],
  input: z.object({
    ...eventFields,
    ...standingFields,
    why: z.enum(Object.keys(holdReasons) as HoldReason[]),
    hours: z.number().min(0, 'must not be below 0').max(240, 'is more than ten days: set their ration instead'),
  }),
  result: returns<{ lot: string; unit: string; until: number }>(),
  kinds: {
    feedHold: {
      word: 'no feed',
      looksAt: true,
      says: ({ intent: i }) =>
        i.hours === 0
          ? ['fed again']
          : listed([`for `, { figure: i.hours ?? Number.NaN }, ' h'], i.why && holdReasons[i.why]),
    },
  },
});
