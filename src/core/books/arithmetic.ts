import { Z95 } from '../quantities/interval';

export type Doubtful = { number: number; sd: number };

/**
 * Whole numbers that add up to `total` and lie as near as can be to its shares (largest remainder; ties to the
 * earlier). Shares need not add up to 1.
 * @example largestRemainder(10, [1, 1, 1]) // [4, 3, 3]
 */
export function largestRemainder(total: number, shares: readonly number[]): number[] {
  const sum = shares.reduce((s, v) => s + v, 0);
  if (sum <= 0) return shares.map(() => 0);
  const exact = shares.map((s) => (total * s) / sum);
  const whole = exact.map((v) => Math.floor(v + 1e-9));
  let rest = total - whole.reduce((s, v) => s + v, 0);
  const order = exact
    .map((v, i) => ({ i, left: Math.round((v - whole[i]!) * 1e9) }))
    .sort((a, b) => b.left - a.left || a.i - b.i);
  for (const { i } of order) {
    if (rest <= 0) break;
    whole[i]! += 1;
    rest -= 1;
  }
  return whole;
}

/** Count against books: difference, z, whether within chance (|z| < 1.96), and the inverse-variance mean. */
export function compareCount(book: Doubtful, count: Doubtful) {
  const difference = count.number - book.number;
  const sd = Math.hypot(book.sd, count.sd);
  const z = difference === 0 ? 0 : sd === 0 ? Math.sign(difference) * Number.MAX_SAFE_INTEGER : difference / sd;
  return { difference, z, agree: Math.abs(z) < Z95, combined: withInterval(combineTwo(book, count)) };
}

/** How much of the count enters the combination: 1 takes it whole. */
export function weightOfCount(book: Doubtful, count: Doubtful): number {
  const total = book.sd ** 2 + count.sd ** 2;
  return total === 0 ? 1 : book.sd ** 2 / total;
}

function combineTwo(book: Doubtful, count: Doubtful): Doubtful {
  const k = weightOfCount(book, count);
  const total = book.sd ** 2 + count.sd ** 2;
  return {
    number: book.number + k * (count.number - book.number),
    sd: total === 0 ? 0 : (book.sd * count.sd) / Math.sqrt(total),
  };
}

export function withInterval(d: Doubtful) {
  return { ...d, low: Math.max(0, d.number - Z95 * d.sd), high: d.number + Z95 * d.sd };
}

/** Above this relative doubt the log of a number is no longer normal: its interval would reach past any animal there is. */
const DOUBTFUL = 0.5;

/**
 * Share alive with a 95 % interval on the log ratio; `covariance` of the two numbers where they share an error. Numbers
 * too doubtful for the log (`byDifference`) have theirs from the number itself, between none and all.
 */
export function survivalOf(
  start: Doubtful,
  end: Doubtful,
  covariance = 0,
): { survival: number; low: number; high: number; byDifference: boolean } {
  const survival = end.number / start.number;
  if (end.number === 0)
    return { survival: 0, low: 0, high: Math.min(1, (Z95 * end.sd) / start.number), byDifference: true };
  const variance = Math.max(
    0,
    (start.sd / start.number) ** 2 + (end.sd / end.number) ** 2 - (2 * covariance) / (start.number * end.number),
  );
  const s = Math.sqrt(variance);
  if (s > DOUBTFUL)
    return {
      survival,
      low: Math.max(0, survival * (1 - Z95 * s)),
      high: Math.max(survival, Math.min(1, survival * (1 + Z95 * s))),
      byDifference: true,
    };
  return { survival, low: survival * Math.exp(-Z95 * s), high: survival * Math.exp(Z95 * s), byDifference: false };
}

/** Shares by family, adding up to 1. */
export type Composition = Record<string, number>;

/** Composition of a mixture from the numbers that made it. Parts without a known composition count under "unknown". */
export function mixComposition(parts: readonly { number: number; composition: Composition }[]): Composition {
  const total = parts.reduce((s, p) => s + p.number, 0);
  const mixed: Composition = {};
  for (const part of parts) {
    const weight = total > 0 ? part.number / total : 1 / parts.length;
    const entries = Object.entries(part.composition);
    const sum = entries.reduce((s, [, v]) => s + v, 0);
    if (sum <= 0) {
      mixed.unknown = (mixed.unknown ?? 0) + weight;
      continue;
    }
    for (const [family, share] of entries) mixed[family] = (mixed[family] ?? 0) + (weight * share) / sum;
  }
  for (const f of Object.keys(mixed)) if (mixed[f] === 0) delete mixed[f];
  return mixed;
}
