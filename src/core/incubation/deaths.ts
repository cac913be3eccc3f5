import { gammaCdf, normalCdf } from '../distributions';
import { DAY_MS } from '../time/spans';

/**
 * When eggs of a species whiten, as shares of those laid down over the way from fertilisation (0) to hatch (1). Starting
 * values are wide: the level is learned from the picks of the unit and its sisters, the shares from the lots that hatched here
 * (`ownDeaths`); when they whiten stays the species'.
 */
export type DeathShape = {
  /** Dies over the whole way, evenly. */
  base: number;
  /** Dies early: of fertilisation, of laying down. */
  early: { share: number; at: number; sd: number };
  /** Never fertilised: whiten at their own time, or, where `at` is null, when they are shocked. */
  blanks: { share: number; at: number | null; sd: number };
  /** Dies at the end, before and at hatch. */
  hatch: { share: number; at: number; sd: number };
  /** Whitens after each handling, and how long that takes (mean days, as a Gamma of shape 2). */
  handling: { share: number; days: number };
};

/** Something done to the eggs after which some whiten; `weight` 1 is a handling by the book. */
export type EggEvent = { at: number; kind: 'handling' | 'shock'; weight: number };

/** Blanks show within a day or two of the shock. */
const SHOCK_MEAN_DAYS = 0.8;

/** Share of a bump (normal in the way s, cut off at 0 and 1) that lies between two points of the way. */
function bump(b: { share: number; at: number; sd: number }, from: number, to: number): number {
  const cdf = (s: number) => normalCdf((s - b.at) / b.sd);
  const all = cdf(1) - cdf(0);
  return all <= 0 ? 0 : (b.share * (cdf(Math.min(1, to)) - cdf(Math.max(0, from)))) / all;
}

/** The ways in which eggs whiten. */
export const parts = ['base', 'early', 'blanks', 'hatch', 'handling'] as const;

/**
 * Share of the eggs laid down that is expected to whiten between two instants, by the way in which they do.
 * @param way share of the way to hatch at an instant, non-decreasing
 */
export function whiteningParts(
  shape: DeathShape,
  progress: (t: number) => number,
  events: readonly EggEvent[],
  from: number,
  to: number,
): Record<(typeof parts)[number], number> {
  if (to <= from) return { base: 0, early: 0, blanks: 0, hatch: 0, handling: 0 };
  const s0 = Math.min(1, progress(from));
  const s1 = Math.min(1, progress(to));
  let blanks = shape.blanks.at === null ? 0 : bump({ ...shape.blanks, at: shape.blanks.at }, s0, s1);
  let handling = 0;
  let shocked = false;
  for (const e of events) {
    const since = (t: number, mean: number) => gammaCdf((t - e.at) / DAY_MS, 2, mean / 2);
    handling += shape.handling.share * e.weight * (since(to, shape.handling.days) - since(from, shape.handling.days));
    // The first shock shows the blanks; a second finds few left.
    if (e.kind === 'shock' && shape.blanks.at === null && !shocked) {
      blanks += shape.blanks.share * (since(to, SHOCK_MEAN_DAYS) - since(from, SHOCK_MEAN_DAYS));
      shocked = true;
    }
  }
  return {
    base: shape.base * (s1 - s0),
    early: bump(shape.early, s0, s1),
    blanks,
    hatch: bump(shape.hatch, s0, s1),
    handling,
  };
}

/** As `whiteningParts`: what whitens evenly, and in pulses, of which less is known beforehand. */
export function whitening(...of: Parameters<typeof whiteningParts>): { even: number; pulses: number } {
  const p = whiteningParts(...of);
  return { even: p.base, pulses: p.early + p.hatch + p.blanks + p.handling };
}
