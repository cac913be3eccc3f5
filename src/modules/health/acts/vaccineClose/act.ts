import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { shortfall } from '@/server/questions';

/** A vaccination comes to the books: who was done, who died, from when on they are barred. */
export const closeVaccine = defineAct({
  type: 'vaccination.close',
  title: 'Close a vaccination',
  by: ['manager', 'culturist'],
  input: z.object({ ...eventFields, vaccination: z.number().int() }),
  result: returns<{ unit: string; number: number; dead: number }>(),
  questions: [shortfall],
  kinds: {
    vaccination: {
      word: 'vaccinated',
      says: ({ intent: i }) => {
        const told = i as { vaccine?: string; number?: number; dead?: number; orderedBy?: string };
        return [
          { count: told.number ?? 0 },
          `, ${told.vaccine ?? ''}, ordered by ${told.orderedBy ?? ''}`,
          ...(told.dead ? [', ', { count: told.dead }, ' died'] : []),
        ];
      },
    },
  },
  onlyTakenBack: 'A vaccination is taken back: its batches are then open again.',
  texts: (i) => [(i as { vaccine?: string }).vaccine],
});
