import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { apart, howMany } from '@/server/act/inputs';
import { defineQuestion } from '@/server/act/question';
import { loadQuestions, notTaken, sensitive, shortfall, suspect, tempered } from '@/server/questions';

/** Two lots come together. */
export const mix = defineQuestion('mix', 'yes');

/**
 * Animals to another unit: one or several sources into one. Ponding is a move that begins a new stage. What meets
 * another lot there becomes a new lot, after `mix` was answered.
 */
export const move = defineAct({
  type: 'move.record',
  title: 'Move',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    sources: z
      .array(
        z.object({
          unit: z.number().int(),
          lotId: z.number().int().optional(),
          stage: z.string().optional(),
          amount: howMany,
          /** Of all: so many were dead, or had not hatched, and were taken out; so many are not ready and stay. */
          dead: apart,
          stay: apart,
        }),
      )
      .min(1, 'needs a unit to move from'),
    to: z.number().int(),
    toStage: z.string().optional(),
    lotName: z.string().trim().max(40, 'is too long').optional(),
  }),
  result: returns<{ unit: string; lot: string; mixed: boolean }>(),
  questions: [mix, ...loadQuestions, shortfall, sensitive, tempered, suspect, notTaken],
  kinds: { pond: { word: 'ponded' }, move: { word: 'moved' }, merge: { word: 'merged' } },
});
