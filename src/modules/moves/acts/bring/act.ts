import { z } from 'zod';
import { measurement } from '@/core/books/measurement';
import { offspringSexes } from '@/core/brood/strainAndSex';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { lotName } from '@/server/act/inputs';
import type { Said } from '@/server/act/results';
import { cameInto, listed } from '@/server/act/words';
import { loadQuestions, tempered } from '@/server/questions';

/** Opening stock, and eggs or fish bought or brought: they come with an origin instead of parents. */
export const bringStock = defineAct({
  type: 'stock.bring',
  title: 'Bring stock in',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    account: z.enum(['opening', 'arrived']),
    species: z.string(),
    lotName,
    stage: z.string(),
    unit: z.number().int(),
    measured: measurement,
    origin: z.string().trim().max(120, 'is too long').default(''),
    strain: z.string().trim().max(60, 'is too long').default(''),
    sex: z.enum(offspringSexes).default('mixed'),
    fertilisedAt: z.number().int().optional(),
    /** Numbers of the papers with which they came: health, movement, permit. */
    papers: z.string().trim().max(160, 'is too long').default(''),
    /** Dead in the bags or the tank when they were opened: not among those that were counted in. */
    deadOnArrival: z
      .number()
      .int('must be a whole number')
      .min(0, 'cannot be negative')
      .max(1e9, 'is a typing error')
      .optional(),
    /** The water in which they came, before anything was mixed into it. */
    cameCelsius: z.number().min(-2, 'is colder than water gets').max(40, 'is hotter than they bear').optional(),
  }),
  result: returns<{ lotId: number; lot: string } & Said>(),
  questions: [...loadQuestions, tempered],
  kinds: {
    opening: { word: 'opening stock', says: cameInto },
    arrival: {
      word: 'arrival',
      says: (told) =>
        listed(
          cameInto(told),
          told.intent.deadOnArrival ? [{ count: told.intent.deadOnArrival }, ' dead when they came'] : null,
          told.intent.papers ? `papers ${told.intent.papers}` : null,
        ),
    },
  },
  texts: (i) => [i.origin, i.strain, i.papers],
});
