import { classShares, type Grader } from './grader';

/**
 * Eaten in a day when each class stands alone, with its standard deviation: the pair share of each class over the fish
 * that go there, each counting by the share in which it does. The deviation is the jackknife's over the measured fish.
 * @param lengthsMm ascending
 */
export function eatenAfter(
  lengthsMm: readonly number[],
  g: Grader,
  of: { number: number; gapeRatio: number; eatenPerDay: number },
): { value: number; sd: number; byClass: number[] } {
  const n = lengthsMm.length;
  const classes = g.bars.length + 1;
  const shares = lengthsMm.map((mm) => classShares(mm, g));
  // For each fish, the last that it can swallow, and the first that can swallow it.
  const last = new Int32Array(n);
  const first = new Int32Array(n);
  for (let i = 0, j = 0; i < n; i++) {
    while (j < n && lengthsMm[j]! <= of.gapeRatio * lengthsMm[i]!) j += 1;
    last[i] = j;
  }
  for (let i = 0, k = 0; i < n; i++) {
    while (k < n && of.gapeRatio * lengthsMm[k]! < lengthsMm[i]!) k += 1;
    first[i] = k;
  }
  const without = new Float64Array(n);
  const byClass: number[] = [];
  let value = 0;
  for (let c = 0; c < classes; c++) {
    const below = new Float64Array(n + 1);
    for (let i = 0; i < n; i++) below[i + 1] = below[i]! + shares[i]![c]!;
    const all = below[n]!;
    if (all < 1e-9) {
      byClass.push(0);
      continue;
    }
    let pairs = 0;
    for (let i = 0; i < n; i++) pairs += shares[i]![c]! * below[last[i]!]!;
    const eaten = pairs / all / n;
    byClass.push(eaten);
    value += eaten;
    for (let i = 0; i < n; i++) {
      const s = shares[i]![c]!;
      const own = s * (below[last[i]!]! + all - below[first[i]!]!) - (of.gapeRatio >= 1 ? s * s : 0);
      const left = all - s;
      if (left > 1e-9) without[i]! += (pairs - own) / left / (n - 1);
    }
  }
  const mean = without.reduce((a, x) => a + x, 0) / n;
  const variance = n > 2 ? ((n - 1) / n) * without.reduce((a, x) => a + (x - mean) ** 2, 0) : 0;
  const scale = of.number * of.eatenPerDay;
  return {
    value: Math.min(of.number, value * scale),
    sd: Math.sqrt(variance) * scale,
    byClass: byClass.map((x) => x * scale),
  };
}
