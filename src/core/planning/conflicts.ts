import { thresholds } from '../thresholds';
import { DAY_MS } from '../time/spans';

/** A lot that is to be ponded about a day, and how many tanks it wants. */
export type Ponding = { lot: string; at: number; tanks: number };

/**
 * Lots in the order in which they swim up, against the tanks that are free: for whom some are lacking, and how many. What
 * is given to the earlier is gone for the later; tanks that become free meanwhile are not known.
 */
export function tanksLacking(
  pondings: readonly Ponding[],
  free: number,
): { lot: string; at: number; lacking: number }[] {
  let left = free;
  return [...pondings]
    .sort((a, b) => a.at - b.at || a.lot.localeCompare(b.lot))
    .flatMap((p) => {
      const given = Math.min(left, p.tanks);
      left -= given;
      return given < p.tanks ? [{ lot: p.lot, at: p.at, lacking: p.tanks - given }] : [];
    });
}

/** Tanks that so many animals want, each with its limit; one where no limit is set. */
export const tanksFor = (number: number, limits: readonly number[]): number => {
  if (limits.length === 0) return 1;
  const usual = [...limits].sort((a, b) => a - b)[limits.length >> 1]!;
  return Math.max(1, Math.ceil(number / usual));
};

export type Happening = { lot: string; what: string; at: number };

/**
 * Stretches of two days in which more hatches and pondings fall than hands are for; each stretch once, with all that falls
 * into it, in order.
 */
export function crowdedDays(
  happenings: readonly Happening[],
  most: number = thresholds.handsFor.value,
): { from: number; to: number; of: Happening[] }[] {
  const sorted = [...happenings].sort((a, b) => a.at - b.at);
  const out: { from: number; to: number; of: Happening[] }[] = [];
  for (let i = 0; i < sorted.length; i++) {
    const of = sorted.filter((h) => h.at >= sorted[i]!.at && h.at < sorted[i]!.at + 2 * DAY_MS);
    const last = out.at(-1);
    if (of.length <= most) continue;
    // What goes on from the stretch before is one with it.
    if (last && sorted[i]!.at <= last.to) {
      last.of = [...new Set([...last.of, ...of])];
      last.to = last.of.at(-1)!.at;
    } else out.push({ from: of[0]!.at, to: of.at(-1)!.at, of });
  }
  return out;
}
