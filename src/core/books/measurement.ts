import { z } from 'zod';
import { schema } from '../calculation';
import { volumeSample, weightBatch } from '../sampling/samples';

const oneWay = [
  z.object({ method: z.literal('counted'), number: schema.count }),
  z.object({
    method: z.literal('volume'),
    samples: z.array(volumeSample).min(1, 'needs at least one sample'),
    totalVolumeMl: schema.positive,
    totalVolumeSdMl: schema.nonNegative.default(0),
  }),
  z.object({
    method: z.literal('weight'),
    batches: z.array(weightBatch).min(1, 'needs at least one batch'),
    totalMassG: schema.positive,
    totalMassSdG: schema.nonNegative.default(0),
  }),
  z.object({
    method: z.literal('buckets'),
    batches: z.array(weightBatch).min(1, 'needs at least one batch'),
    bucketsG: z.array(schema.positive).min(1, 'needs at least one bucket'),
    bucketSdG: schema.nonNegative.default(0),
  }),
  z.object({
    /** A single row in a trough of known length, several times: the diameter, and by the packing the eggs a litre. */
    method: z.literal('trough'),
    troughLengthMm: schema.positive,
    counts: z.array(schema.positive).min(1, 'needs at least one row'),
    packing: schema.positive.lt(1, 'is a share of the space, below 1').optional(),
    packingSd: schema.nonNegative.optional(),
    totalVolumeMl: schema.positive,
    totalVolumeSdMl: schema.nonNegative.default(0),
  }),
  z.object({
    /** Water pushed up by samples and by all. */
    method: z.literal('displaced'),
    samples: z
      .array(z.object({ displacedMl: schema.positive, count: schema.count }))
      .min(1, 'needs at least one sample'),
    displacedMl: schema.positive,
    displacedSdMl: schema.nonNegative.default(0),
  }),
  z.object({ method: z.literal('estimated'), number: schema.count, half: schema.nonNegative }),
] as const;
const oneMeasurement = z.discriminatedUnion('method', oneWay);

/** How a number of animals was measured, as it was measured: the books keep this and work the number from it. */
export const measurement = z.discriminatedUnion('method', [
  ...oneWay,
  z.object({
    /** One batch measured in two ways or more, reconciled by their doubts. */
    method: z.literal('combined'),
    parts: z.array(oneMeasurement).min(2, 'needs two ways').max(4, 'are more ways than there are'),
  }),
]);
export type Measurement = z.output<typeof measurement>;
export type MeasurementInput = z.input<typeof measurement>;
