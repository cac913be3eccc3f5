import { studentQuantile } from '../distributions';
import { ratioEstimate } from './ratio';
import type { WeightBatch } from './samples';

/** No bench takes more batches than this. */
const MOST = 200;

/**
 * Batches that make half of the interval so small, foretold before one begins: the smallest k with t(k − 1) · cv / √k at
 * most that share; null where more than two hundred would be needed.
 * @param cv usual scatter of one batch  @param share half-width wanted, as a share of the mean
 */
export function batchesFor(cv: number, share: number): number | null {
  for (let k = 2; k <= MOST; k++) if ((studentQuantile(0.975, k - 1) * cv) / Math.sqrt(k) <= share) return k;
  return null;
}

/** After each batch: the mean so far, with half of its interval; null while one batch alone tells no scatter. */
export function running(batches: readonly WeightBatch[]): { n: number; meanG: number; half: number | null }[] {
  return batches.map((_, i) => {
    const r = ratioEstimate(
      batches.slice(0, i + 1).map((b) => ({ y: b.massG, x: b.count })),
      0,
    );
    return { n: i + 1, meanG: r.ratio, half: i === 0 ? null : r.half };
  });
}

/** Half of the interval, as a share, that one more batch is likely to leave; null from fewer than three. */
export function withOneMore(batches: readonly WeightBatch[]): number | null {
  const k = batches.length;
  if (k < 3) return null;
  const r = ratioEstimate(
    batches.map((b) => ({ y: b.massG, x: b.count })),
    0,
  );
  const each = (r.se / r.ratio) * Math.sqrt(k);
  return (studentQuantile(0.975, k) * each) / Math.sqrt(k + 1);
}
