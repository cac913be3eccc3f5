import { DAY_MS } from '../time/spans';

/** A run of a pond as the books tell it. */
export type RunBooks = {
  areaM2: number;
  from: number;
  to: number;
  stocked: number;
  /** Mean mass when they were stocked and when they came out, or as they were weighed last; null where nobody weighed. */
  stockedG: number | null;
  outG: number | null;
  /** From the one weighing to the other; null where there were no two. */
  grewDays: number | null;
  /** Came out alive, by whatever way, and what still stands. */
  out: number;
  stands: number;
  dead: number;
  feedKg: number;
};

export type RunSheet = {
  days: number;
  /** Alive of what was stocked; null while nothing was. More than all, where it was counted so. */
  survival: number | null;
  /** What nobody saw die or leave. */
  missing: number;
  gainKg: number | null;
  /** Feed over gain; null where it did not gain, or was not weighed. */
  conversion: number | null;
  kgPerHa: number | null;
  /** Specific growth, % a day. */
  growth: number | null;
};

/** What a run came to. Natural food is in the gain: a conversion below one is that of a good pond, not of a good feed. */
export function runSheet(b: RunBooks): RunSheet {
  const days = (b.to - b.from) / DAY_MS;
  const alive = b.out + b.stands;
  const weighed = b.stockedG !== null && b.outG !== null;
  const gainKg = weighed ? (alive * b.outG! - b.stocked * b.stockedG!) / 1000 : null;
  return {
    days,
    survival: b.stocked > 0 ? alive / b.stocked : null,
    missing: Math.max(0, b.stocked - alive - b.dead),
    gainKg,
    conversion: gainKg === null || gainKg <= 0 ? null : b.feedKg / gainKg,
    kgPerHa: b.outG === null ? null : ((alive * b.outG) / 1000 / b.areaM2) * 10_000,
    // Before they were stocked nobody grew: the days are those between the weighings, not those of the run.
    growth:
      weighed && b.grewDays !== null && b.grewDays > 0 && b.stockedG! > 0
        ? (100 * Math.log(b.outG! / b.stockedG!)) / b.grewDays
        : null,
  };
}
