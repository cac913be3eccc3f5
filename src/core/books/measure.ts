import { z } from 'zod';
import { schema } from '../calculation';
import { Z95 } from '../distributions';
import { volumeSample, volumetricCount } from '../eggs/volumetric';
import { countByWeight } from '../sampling/countByWeight';
import { weightBatch } from '../sampling/meanWeight';
import type { MeasuredNumber } from './entry';

/** How a number of animals was measured, as it was measured: the books keep this and work the number from it. */
export const measurement = z.discriminatedUnion('method', [
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
  z.object({ method: z.literal('estimated'), number: schema.count, half: schema.nonNegative }),
]);
export type Measurement = z.output<typeof measurement>;
export type MeasurementInput = z.input<typeof measurement>;

/**
 * The number that goes to the books: whole, with its standard deviation (never below counting error; from one or two
 * samples never below the hatchery's own scatter between samples, `usualCv`) and its degrees of freedom.
 */
export function numberFrom(m: Measurement, usualCv?: number): MeasuredNumber & { meanG?: number } {
  switch (m.method) {
    case 'counted':
      return { number: m.number, sd: 0, df: null, how: 'counted' };
    case 'estimated':
      return { number: m.number, sd: m.half / Z95, df: null, how: 'estimated' };
    case 'volume': {
      const c = volumetricCount(m.samples, m.totalVolumeMl, m.totalVolumeSdMl, { priorCv: usualCv });
      return { number: Math.round(c.eggs), sd: c.sd, df: finiteOrNull(c.ratio.df), how: 'volume' };
    }
    case 'weight':
    case 'buckets': {
      const total = m.method === 'weight' ? m.totalMassG : m.bucketsG.reduce((s, b) => s + b, 0);
      const sd = m.method === 'weight' ? m.totalMassSdG : m.bucketSdG * Math.sqrt(m.bucketsG.length);
      const c = countByWeight(m.batches, total, sd, { priorCv: usualCv });
      return { number: Math.round(c.number), sd: c.sd, df: finiteOrNull(c.df), how: 'weighed', meanG: c.meanG };
    }
  }
}

/** The calculation that shows the working of a measurement, with its input; undefined for a plain count. */
export function workingOf(
  m: Measurement,
  usualCv?: number,
): { id: string; input: Record<string, unknown> } | undefined {
  const prior = usualCv === undefined ? {} : { priorCv: usualCv };
  switch (m.method) {
    case 'volume':
      return {
        id: 'eggs.volumetric',
        input: { samples: m.samples, totalVolumeMl: m.totalVolumeMl, totalVolumeSdMl: m.totalVolumeSdMl, ...prior },
      };
    case 'weight':
      return {
        id: 'count.byWeight',
        input: { batches: m.batches, totalMassG: m.totalMassG, totalMassSdG: m.totalMassSdG, ...prior },
      };
    case 'buckets':
      return {
        id: 'count.byBuckets',
        input: { batches: m.batches, bucketsG: m.bucketsG, bucketSdG: m.bucketSdG, ...prior },
      };
    default:
      return undefined;
  }
}

const finiteOrNull = (df: number) => (Number.isFinite(df) ? df : null);
