/**
 * A harvest shared out by the number of mouths, in whole animals: what is left over by rounding down goes one each to
 * those that lost most by it, so that the parts sum to the whole. Evenly where nobody is counted.
 * @param total animals, at least 0  @param mouths of each part, at least 0
 */
export function sharedOut(total: number, mouths: readonly number[]): number[] {
  const whole = Math.max(0, Math.round(total));
  const all = mouths.reduce((s, n) => s + n, 0);
  const exact = mouths.map((n) => (all > 0 ? (whole * n) / all : whole / mouths.length));
  const parts = exact.map(Math.floor);
  const left = whole - parts.reduce((s, n) => s + n, 0);
  const order = exact.map((x, i) => ({ i, lost: x - Math.floor(x) })).sort((a, b) => b.lost - a.lost || a.i - b.i);
  for (const { i } of order.slice(0, left)) parts[i]! += 1;
  return parts;
}
