import { z } from 'zod';
import { schema } from '../calculation';
import { normalCdf } from '../distributions';

/** Lengths as a normal distribution of this mean and spread. */
export const normalLengths = z.strictObject({
  meanMm: schema.positive,
  cv: z.number().gt(0, 'must be above 0').max(1, 'is a share of the mean: at most 1'),
});

/** A distribution of lengths on a grid: lengths, ascending, and the share of each; the shares sum to 1. */
export type Sizes = { mm: readonly number[]; share: readonly number[] };

/** Standard deviations to either side that a normal distribution is drawn over: beyond lie fewer than one in 10¹⁴. */
const REACH = 7.7;

/**
 * A normal distribution as `steps` slices of equal width, each at its own mean within the slice: sums over them keep
 * the mean, and are off by a share of the order of (REACH/steps)².
 */
export function normalSizes(meanMm: number, cv: number, steps = 2000): Sizes {
  const sd = meanMm * cv;
  const [low, high] = [meanMm - REACH * sd, meanMm + REACH * sd];
  const mm: number[] = [];
  const share: number[] = [];
  let [below, belowDensity] = [normalCdf((low - meanMm) / sd), density((low - meanMm) / sd)];
  const all = normalCdf((high - meanMm) / sd) - below;
  for (let k = 1; k <= steps; k++) {
    const z = (low + ((high - low) * k) / steps - meanMm) / sd;
    const [above, aboveDensity] = [normalCdf(z), density(z)];
    const w = above - below;
    if (w > 0) {
      // The mean of a slice of a normal distribution: μ + σ (φ(a) − φ(b)) / (Φ(b) − Φ(a)).
      mm.push(meanMm + (sd * (belowDensity - aboveDensity)) / w);
      share.push(w / all);
    }
    [below, belowDensity] = [above, aboveDensity];
  }
  return { mm, share };
}

const density = (z: number) => Math.exp(-(z * z) / 2) / Math.sqrt(2 * Math.PI);

/** Lengths as they were measured, each counting alike. */
export function measuredSizes(lengthsMm: readonly number[]): Sizes {
  const mm = [...lengthsMm].sort((a, b) => a - b);
  return { mm, share: mm.map(() => 1 / mm.length) };
}

/** Components of a fitted mixture as one grid. */
export function mixedSizes(components: readonly { share: number; meanMm: number; sdMm: number }[], steps = 400): Sizes {
  const all = components.flatMap((c) => {
    const s = normalSizes(c.meanMm, c.sdMm / c.meanMm, steps);
    return s.mm.map((mm, i) => ({ mm, share: c.share * s.share[i]! }));
  });
  all.sort((a, b) => a.mm - b.mm);
  return { mm: all.map((x) => x.mm), share: all.map((x) => x.share) };
}

export const meanOf = (s: Sizes): number => s.mm.reduce((sum, mm, i) => sum + mm * s.share[i]!, 0);

/** Coefficient of variation of a distribution. */
export function cvOf(s: Sizes): number {
  const mean = meanOf(s);
  return Math.sqrt(s.mm.reduce((sum, mm, i) => sum + s.share[i]! * (mm - mean) ** 2, 0)) / mean;
}
