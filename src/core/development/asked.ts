import { z } from 'zod';
import { schema } from '../calculation';
import { developmentModel, disorderOf, WATER_CELSIUS } from './model';

/** Schema pieces that the calculations of thermal time share, so that all refuse the same with the same words. */

export const celsius = z
  .number()
  .min(WATER_CELSIUS.low, 'is colder than water gets')
  .max(WATER_CELSIUS.high, 'is hotter than eggs bear: typed in another unit?');

export const reading = z.strictObject({ at: schema.instant, celsius });

/** A coefficient of variation, as a share. */
export const spread = schema.nonNegative.max(1, 'is a share: 5 % is 0.05');

export const phase = z.strictObject({
  stage: z.string().min(1, 'needs a name'),
  model: developmentModel,
  /** Own calibration; hatcheries differ from a published sum by some tenths of it at most. */
  factor: schema.positive.min(0.1, 'is a factor near 1').max(10, 'is a factor near 1').optional(),
  cv: spread.optional(),
  sumFrom: z.enum(['phase', 'fertilisation']).optional(),
});

export const phases = z
  .array(phase)
  .min(1, 'needs at least one phase')
  .max(10, 'at most ten phases can follow one another')
  .superRefine((list, context) => {
    const stages = new Set<string>();
    list.forEach((p, i) => {
      if (stages.has(p.stage))
        context.addIssue({ code: 'custom', path: [i, 'stage'], message: `${p.stage} stands twice` });
      stages.add(p.stage);
    });
    const i = disorderOf(list);
    if (i >= 0)
      context.addIssue({
        code: 'custom',
        path: [i, 'model'],
        message: `${list[i]!.stage} counts from fertilisation and would come before ${list[i - 1]!.stage}: is its sum counted from the stage before?`,
      });
  });
