import { z } from 'zod';
import { WATER_CELSIUS } from '@/core/development/model';
import { defineAct, returns } from '@/server/act/define';
import { defineQuestion } from '@/server/act/question';

export const celsius = z
  .number()
  .min(WATER_CELSIUS.low, 'is colder than water gets')
  .max(WATER_CELSIUS.high, 'is hotter than eggs bear: typed in another unit?');

/** Warmer or colder than Reference gives for these eggs. */
export const beyond = defineQuestion('beyond', 'meant');

/**
 * Puts a temperature programme in force on a water: the dates of all that stand in it follow its set points from now on.
 * The one before it ends. It changes no valve: somebody, or a controller, sets the water.
 */
export const saveProgramme = defineAct({
  type: 'programme.save',
  title: 'Put a programme in force',
  by: ['manager', 'culturist'],
  input: z.object({
    sensor: z.number().int(),
    lot: z.number().int(),
    stage: z.string(),
    targetAt: z.number().int(),
    notBefore: z.number().int().optional(),
    points: z
      .array(z.object({ at: z.number().int(), celsius }))
      .min(2, 'needs two set points at least')
      .max(2000, 'has too many set points'),
    energyKwh: z.number().min(0),
    asked: z.record(z.string(), z.json()).default({}),
  }),
  result: returns<{ id: number; sensor: string }>(),
  questions: [beyond],
});
