import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { apart, howMany } from '@/server/act/inputs';
import { defineQuestion } from '@/server/act/question';
import { listed, movedWords, type Told, type Words } from '@/server/act/words';
import { loadQuestions, notTaken, sensitive, shortfall, suspect, tempered } from '@/server/questions';

/** What went where, and how long some of it was out of the water, where somebody took the time. */
const wentOver = (told: Told<{ airSeconds?: number }>): Words => {
  const { airSeconds } = told.intent;
  return listed(movedWords(told), airSeconds !== undefined && [{ figure: airSeconds }, ' s out of the water at most']);
};

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
    /** Of a net full: how long the longest was out of the water. */
    airSeconds: z.number().int().min(0).max(3600, 'is an hour in air').optional(),
  }),
  result: returns<{ unit: string; lot: string; mixed: boolean; longInAir: number | null }>(),
  questions: [mix, ...loadQuestions, shortfall, sensitive, tempered, suspect, notTaken],
  kinds: {
    pond: { word: 'ponded', says: wentOver },
    move: { word: 'moved', says: wentOver },
    merge: { word: 'merged', says: wentOver },
  },
});
