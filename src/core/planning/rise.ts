import { thresholds } from '../thresholds';

/** Makes the median absolute deviation of normal values their standard deviation: 1/Φ⁻¹(3/4). */
const MAD_TO_SD = 1.4826;

export type Rise = { last: number; usual: number; direction: 'up' };

/**
 * Has the last round's dead left what the rounds before were like? Compared with their median; the spread is the larger
 * of their own (median absolute deviation) and that of a plain count. Robust on purpose: one wild round among those
 * before changes little. Null when there are too few rounds, or nothing stands out.
 *
 * A first watch, not the pattern of a whole incubation: after a shock or near hatch a rise is expected, which the one
 * who looks must judge.
 * @param rounds dead of each round, oldest first
 */
export function riseOf(rounds: readonly number[]): Rise | null {
  if (rounds.length <= thresholds.riseRounds.value) return null;
  const last = rounds.at(-1)!;
  const before = rounds.slice(0, -1);
  const usual = median(before);
  const own = MAD_TO_SD * median(before.map((v) => Math.abs(v - usual)));
  const spread = Math.max(own, Math.sqrt(usual + 1));
  return last > usual + thresholds.riseSpreads.value * spread ? { last, usual, direction: 'up' } : null;
}

function median(list: readonly number[]): number {
  const sorted = [...list].sort((a, b) => a - b);
  const mid = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[mid]! : (sorted[mid - 1]! + sorted[mid]!) / 2;
}
