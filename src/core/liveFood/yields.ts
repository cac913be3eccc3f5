/** A hatch that was counted: cysts and what came of them. */
export type Harvest = { cystsG: number; nauplii: number };
export type Yield = { perGram: number; cv: number; harvests: number };

/** Harvests from which on their own scatter tells the doubt. */
const ENOUGH = 4;
/** Harvests that count as much as what is expected of the strain. */
const PRIOR = 2;

/**
 * What a gram gives here: what is expected of the strain, bent by own harvests (each counts alike), and its doubt as a
 * share: the scatter of the harvests once there are enough.
 */
export function yieldOf(expected: { perGram: number; cv: number }, harvests: readonly Harvest[]): Yield {
  const own = harvests.filter((h) => h.cystsG > 0 && h.nauplii > 0).map((h) => h.nauplii / h.cystsG);
  const perGram = (PRIOR * expected.perGram + own.reduce((s, y) => s + y, 0)) / (PRIOR + own.length);
  if (own.length < ENOUGH) return { perGram, cv: expected.cv, harvests: own.length };
  const mean = own.reduce((s, y) => s + y, 0) / own.length;
  const scatter = Math.sqrt(own.reduce((s, y) => s + (y - mean) ** 2, 0) / (own.length - 1)) / mean;
  return { perGram, cv: Math.max(scatter, 0.02), harvests: own.length };
}
