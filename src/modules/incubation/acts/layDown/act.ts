import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { loadQuestions, sensitive, shortfall, tempered } from '@/server/questions';

export const positive = z.number().gt(0, 'must be above 0');

export const schema = z
  .object({
    ...eventFields,
    unit: z.number().int(),
    lotId: z.number().int().optional(),
    totalVolumeMl: positive.optional(),
    parts: z
      .array(
        z.object({
          unit: z.number().int(),
          volumeMl: positive.optional(),
          number: z.number().int('must be a whole number').min(1, 'needs at least one').optional(),
        }),
      )
      .min(1, 'needs at least one unit'),
    graduationMl: z.number().min(0).default(10),
    /** Counted out: nothing is left where they stood. */
    emptied: z.boolean().default(false),
  })
  .refine((p) => p.parts.every((x) => x.volumeMl !== undefined) || p.parts.every((x) => x.number !== undefined), {
    path: ['parts'],
    error: 'give a volume for each, or a number for each',
  })
  .refine((p) => p.parts.every((x) => x.number !== undefined) || p.totalVolumeMl !== undefined, {
    path: ['totalVolumeMl'],
    error: 'is needed where they are poured by volume',
  });

/**
 * Eggs from where they stand into incubation units: poured by measured volume, or counted out. Poured, each unit takes
 * its share of the number and of the doubt, and the error of reading the measure (uniform over one graduation:
 * sd = graduation/√12) comes on top; counted out, each has its own number, and the doubt stays with what is left.
 */
export const layDown = defineAct({
  type: 'eggs.layDown',
  title: 'Lay down',
  by: ['manager', 'culturist'],
  input: schema,
  result: returns<{ lot: string; units: string[]; rest: number }>(),
  questions: [...loadQuestions, shortfall, sensitive, tempered],
  kinds: { layDown: { word: 'laid down' } },
});
