import { z } from 'zod';
import { schema } from '../calculation';
import { eggsByRatio } from '../eggs/byRatio';
import { combineEstimates } from '../eggs/combine';
import { trough } from '../eggs/trough';
import { volumeSample, volumetricCount } from '../eggs/volumetric';
import { Z95 } from '../quantities/interval';
import { countByWeight } from '../sampling/countByWeight';
import { weightBatch } from '../sampling/meanWeight';
import { thresholds } from '../thresholds';
import type { MeasuredNumber } from './entry';

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
    case 'trough': {
      const c = trough.compute(trough.input.parse(troughInput(m)));
      return { number: Math.round(c.eggs!), sd: (c.high! - c.low!) / 2 / Z95, df: null, how: 'volume' };
    }
    case 'displaced': {
      const c = eggsByRatio(
        m.samples.map((x) => ({ count: x.count, measure: x.displacedMl })),
        m.displacedMl,
        m.displacedSdMl,
        { priorCv: usualCv },
      );
      return { number: Math.round(c.eggs), sd: c.sd, df: finiteOrNull(c.ratio.df), how: 'volume' };
    }
    case 'combined': {
      const parts = m.parts.map((p) => numberFrom(p, usualCv));
      // A count of every one leaves nothing to reconcile.
      const exact = parts.find((p) => p.sd === 0);
      if (exact) return { number: exact.number, sd: 0, df: null, how: exact.how };
      const c = combineEstimates(parts.map((p) => ({ value: p.number, sd: p.sd })));
      return { number: Math.round(c.value), sd: c.sd, df: null, how: parts[0]!.how };
    }
  }
}

/** As it is worked for the books: a packing that nobody has calibrated is never taken as known. */
const troughInput = ({ method: _, ...m }: Extract<Measurement, { method: 'trough' }>) => ({
  packingSd: thresholds.packingSd.value,
  ...m,
});

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
    case 'trough':
      return { id: 'eggs.trough', input: troughInput(m) };
    case 'displaced':
      return {
        id: 'eggs.displacement',
        input: { displacedMl: m.displacedMl, displacedSdMl: m.displacedSdMl, samples: m.samples, ...prior },
      };
    case 'combined': {
      const estimates = m.parts.map((p) => {
        const n = numberFrom(p, usualCv);
        return { value: n.number, sd: n.sd, label: p.method };
      });
      return estimates.some((e) => e.sd === 0) ? undefined : { id: 'eggs.combine', input: { estimates } };
    }
    default:
      return undefined;
  }
}

const finiteOrNull = (df: number) => (Number.isFinite(df) ? df : null);
