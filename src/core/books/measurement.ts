import { z } from 'zod';
import { schema } from '../calculation';
import { deviceCheck } from '../counting/counter';
import { volumeSample, weightBatch } from '../sampling/samples';

/** Of what was weighed, water that came along, beyond what the drained batches carried. */
const carried = {
  carriedShare: z.number().min(0, 'cannot be negative').lt(1, 'must be below 1: all of it would be water').optional(),
  carriedSd: schema.nonNegative.optional(),
};

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
    ...carried,
  }),
  z.object({
    method: z.literal('buckets'),
    batches: z.array(weightBatch).min(1, 'needs at least one batch'),
    bucketsG: z.array(schema.positive).min(1, 'needs at least one bucket'),
    bucketSdG: schema.nonNegative.default(0),
    ...carried,
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
  z.object({
    /** A share went aside and was counted. */
    method: z.literal('splitter'),
    counted: schema.count,
    share: z.number().gt(0, 'must be above 0').max(1, 'is a share: at most all'),
    shareSd: schema.nonNegative.optional(),
  }),
  z.object({
    /** A device counted, and hands counted a few of its passes. */
    method: z.literal('counter'),
    counted: schema.count,
    checks: z.array(deviceCheck).min(1, 'needs at least one pass counted by hand as well'),
  }),
  z
    .object({
      /** Some were marked and let go, and a second catch was looked through. */
      method: z.literal('recapture'),
      marked: schema.count.min(1, 'needs at least one marked'),
      caught: schema.count.min(1, 'needs at least one caught'),
      recaptured: schema.count,
    })
    .refine((i) => i.recaptured <= Math.min(i.marked, i.caught), {
      path: ['recaptured'],
      error: 'cannot be more than were marked, nor more than were caught',
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
