/** One tap of a tally: which class, and when; the first after somebody stopped on purpose says so. */
export type Tap = { id: string; at: number; afterPause?: true };

/** How many of each class, in the order in which classes first came. */
export function tallied(taps: readonly Tap[]): Record<string, number> {
  const n: Record<string, number> = {};
  for (const t of taps) n[t.id] = (n[t.id] ?? 0) + 1;
  return n;
}

/**
 * Places in a tally that are worth a second look: two taps so close that one may be a bounce of the finger, and a pause
 * in which the thread may have been lost, unless it was meant. By the tally's own pace: a gap below a fifth of its median, or above eight.
 */
export function doubtfulTaps(taps: readonly Tap[]): { index: number; why: 'double' | 'pause' }[] {
  if (taps.length < 6) return [];
  const gaps = taps.slice(1).map((t, i) => (t.afterPause ? null : t.at - taps[i]!.at));
  const sorted = gaps.flatMap((g) => g ?? []).sort((a, b) => a - b);
  if (sorted.length === 0) return [];
  const median = sorted[Math.floor(sorted.length / 2)]!;
  return gaps.flatMap((g, i): { index: number; why: 'double' | 'pause' }[] =>
    g === null
      ? []
      : g < median / 5
        ? [{ index: i + 1, why: 'double' }]
        : g > median * 8 && g > 3000
          ? [{ index: i + 1, why: 'pause' }]
          : [],
  );
}
