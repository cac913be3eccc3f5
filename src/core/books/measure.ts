import { withoutWater } from '../counting/carriedWater';
import { byCounter } from '../counting/counter';
import { markRecapture } from '../counting/markRecapture';
import { bySplitter } from '../counting/splitter';
import { eggsByRatio } from '../eggs/byRatio';
import { combineEstimates } from '../eggs/combine';
import { trough } from '../eggs/trough';
import { volumetricCount } from '../eggs/volumetric';
import { Z95 } from '../quantities/interval';
import { countByWeight } from '../sampling/countByWeight';
import { thresholds } from '../thresholds';
import type { MeasuredNumber } from './entry';
import type { Measurement } from './measurement';

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
      const { totalG, sdG } = weighedWithoutWater(m);
      const c = countByWeight(m.batches, totalG, sdG, { priorCv: usualCv });
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
    case 'splitter': {
      const c = bySplitter(m.counted, m.share, m.shareSd);
      return { number: Math.round(c.number), sd: c.sd, df: null, how: 'estimated' };
    }
    case 'counter': {
      const c = byCounter(m.counted, m.checks);
      return { number: Math.round(c.number), sd: c.sd, df: finiteOrNull(c.df), how: 'counted' };
    }
    case 'recapture': {
      const c = markRecapture(m.marked, m.caught, m.recaptured);
      return { number: Math.round(c.number), sd: c.sd, df: null, how: 'estimated' };
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

/** What was weighed in all, less the water that came along; g, with its standard deviation. */
function weighedWithoutWater(m: Extract<Measurement, { method: 'weight' | 'buckets' }>) {
  const wetG = m.method === 'weight' ? m.totalMassG : m.bucketsG.reduce((s, b) => s + b, 0);
  const sd = m.method === 'weight' ? m.totalMassSdG : m.bucketSdG * Math.sqrt(m.bucketsG.length);
  const share = m.carriedShare ?? 0;
  return { totalG: withoutWater(wetG, share), sdG: Math.hypot(sd * (1 - share), wetG * (m.carriedSd ?? 0)) };
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
    case 'weight': {
      const { totalG, sdG } = weighedWithoutWater(m);
      return { id: 'count.byWeight', input: { batches: m.batches, totalMassG: totalG, totalMassSdG: sdG, ...prior } };
    }
    case 'splitter':
      return {
        id: 'count.splitter',
        input: { counted: m.counted, share: m.share, ...(m.shareSd === undefined ? {} : { shareSd: m.shareSd }) },
      };
    case 'counter':
      return { id: 'count.counter', input: { counted: m.counted, checks: m.checks } };
    case 'recapture':
      return {
        id: 'count.markRecapture',
        input: { marked: m.marked, caught: m.caught, recaptured: m.recaptured },
      };
    case 'buckets':
      if (m.carriedShare) {
        const { totalG, sdG } = weighedWithoutWater(m);
        return { id: 'count.byWeight', input: { batches: m.batches, totalMassG: totalG, totalMassSdG: sdG, ...prior } };
      }
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
