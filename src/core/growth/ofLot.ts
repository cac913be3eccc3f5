import { DAY_MS } from '../time/spans';
import { type GrowthInterval, ownGrowth } from './own';

/** A weighing of a lot in one unit. */
export type Weighing = { at: number; unitId: number; meanG: number; sdG: number };

/** Two weighings closer to each other tell their own scatter, not growth. */
const LEAST_DAYS = 4;
const LEAST_DEGREE_DAYS = 10;

/**
 * Spans between weighings that followed each other in one unit, each with the warmth that passed: what growth is learned
 * from. Animals that were moved or graded in between are others on average, and tell nothing.
 */
export function spansOf(
  weighings: readonly Weighing[],
  degreeDays: (from: number, to: number) => number,
): (GrowthInterval & { from: number; to: number; unitId: number })[] {
  const units = [...new Set(weighings.map((w) => w.unitId))];
  return units.flatMap((unit) => {
    const own = weighings.filter((w) => w.unitId === unit).sort((a, b) => a.at - b.at);
    return own.slice(1).flatMap((end, i) => {
      const start = own[i]!;
      const warmth = degreeDays(start.at, end.at);
      if (end.at - start.at < LEAST_DAYS * DAY_MS || warmth < LEAST_DEGREE_DAYS) return [];
      return [
        {
          from: start.at,
          to: end.at,
          unitId: unit,
          startG: start.meanG,
          startSdG: start.sdG,
          endG: end.meanG,
          endSdG: end.sdG,
          degreeDays: warmth,
        },
      ];
    });
  });
}

export type LearnedGrowth = { tgc: number; cv: number; n: number };

/**
 * The thermal growth coefficient of a lot: what Reference expects, bent by its own spans. Where those scatter wider than
 * their weighings allow, the doubt is widened by as much (Birge ratio): growth itself is not even.
 * @returns null where nothing is learned: fewer than two spans, or growth that came out as none
 */
export function growthOfLot(
  prior: { mean: number; cv: number },
  spans: readonly GrowthInterval[],
): LearnedGrowth | null {
  if (spans.length < 2 || prior.cv <= 0) return null;
  const own = ownGrowth(prior, spans);
  if (own.tgc <= 0) return null;
  const widened = own.sd * Math.sqrt(Math.max(1, own.chiSquare / (own.n - 1)));
  return { tgc: own.tgc, cv: Math.min(prior.cv, widened / own.tgc), n: own.n };
}

/** Lots of a species from which on their scatter says how much lots differ. */
const LEAST_LOTS = 3;

/**
 * What a hatchery knows of a species' growth before a lot has shown its own: Reference bent by all spans of its lots, in
 * doubt by how much the lots differ among each other.
 * @param lots the spans of each lot that has any
 */
export function growthOfHouse(
  reference: { mean: number; cv: number },
  lots: readonly (readonly GrowthInterval[])[],
): { mean: number; cv: number; lots: number } {
  const told = lots.filter((l) => l.length > 0);
  const pooled = growthOfLot(reference, told.flat());
  if (!pooled || told.length < 2) return { ...reference, lots: 0 };
  const each = told.map((l) => ownGrowth(reference, l).tgc);
  const mean = each.reduce((s, t) => s + t, 0) / each.length;
  const scatter = Math.sqrt(each.reduce((s, t) => s + (t - mean) ** 2, 0) / (each.length - 1)) / mean;
  // Of two lots nobody can tell how much lots differ: half of what Reference leaves open is kept.
  const between = told.length < LEAST_LOTS ? Math.max(scatter, reference.cv / 2) : scatter;
  return { mean: pooled.tgc, cv: Math.min(reference.cv, Math.hypot(pooled.cv, between)), lots: told.length };
}
