import { z } from 'zod';
import { schema } from '../calculation';

/** A batch weighed together and counted. */
export const weightBatch = z.strictObject({
  massG: schema.positive,
  count: schema.count.min(1, 'needs at least one animal'),
});
export type WeightBatch = z.output<typeof weightBatch>;

/** A measure filled and counted. */
export const volumeSample = z.strictObject({ volumeMl: schema.positive, count: schema.count });
export type VolumeSample = z.output<typeof volumeSample>;
