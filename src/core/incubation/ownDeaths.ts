import { thresholds } from '../thresholds';
import { type DeathShape, type EggEvent, parts as partNames, whiteningParts } from './deaths';

type Part = (typeof partNames)[number];
type Shares = Record<Part, number>;
/** Share of a lot's eggs that whitened in each way; null where the lot was not watched through enough of it. */
export type SeenParts = Record<Part, number | null>;
export type WatchedUnit = {
  eggs: number;
  laidAt: number;
  events: readonly EggEvent[];
  rounds: readonly { at: number; picked: number }[];
};

/** So many lots are the shipped shares worth. */
const shippedLots = () => thresholds.shelfLots.value;
/** A part is learned from a lot that was watched through so much of it. */
const LEAST_SEEN = 0.6;
const TURNS = 30;

/**
 * How much of a lot whitened evenly, early, as blanks, before hatch, and after a handling: each round's dead are laid to
 * what was expected to whiten since the round before, in proportion, and what is expected to what was laid to it, in turns
 * (expectation maximisation for a mixture of known shapes, begun at the shipped shares).
 */
export function seenParts(
  shape: DeathShape,
  progress: (t: number) => number,
  units: readonly WatchedUnit[],
): SeenParts {
  // What each part, at a share of one, would have shown between the rounds.
  const one = ownShares(shape, { base: 1, early: 1, blanks: 1, hatch: 1, handling: 1 });
  const rounds = units.flatMap((u) =>
    u.rounds.map((r, k) => {
      const e = whiteningParts(one, progress, u.events, k === 0 ? u.laidAt : u.rounds[k - 1]!.at, r.at);
      return { picked: r.picked, shown: Object.fromEntries(partNames.map((p) => [p, u.eggs * e[p]])) as Shares };
    }),
  );
  const seen = (p: Part) => rounds.reduce((s, r) => s + r.shown[p], 0);
  // What a lot looked after from its first minute to its hatch would have shown; of handlings one is enough.
  const whole = (p: Part) => units.reduce((s, u) => s + (p !== 'handling' || u.events.length > 0 ? u.eggs : 0), 0);
  const learned = partNames.filter((p) => whole(p) > 0 && seen(p) >= LEAST_SEEN * whole(p));
  let shares = Object.fromEntries(partNames.map((p) => [p, shareOf(shape, p)])) as Shares;
  for (let turn = 0; turn < TURNS; turn++) {
    const found = Object.fromEntries(partNames.map((p) => [p, 0])) as Shares;
    for (const r of rounds) {
      const sum = partNames.reduce((s, p) => s + shares[p] * r.shown[p], 0);
      if (sum > 0) for (const p of partNames) found[p] += (r.picked * shares[p] * r.shown[p]) / sum;
    }
    shares = { ...shares, ...Object.fromEntries(learned.map((p) => [p, found[p] / seen(p)])) };
  }
  return Object.fromEntries(partNames.map((p) => [p, learned.includes(p) ? shares[p] : null])) as SeenParts;
}

/** The shipped shape with the shares that this hatchery has seen: when they whiten stays the species'. */
export function ownShape(shipped: DeathShape, lots: readonly SeenParts[]): DeathShape {
  const own = (p: Part): number => {
    const seen = lots.flatMap((l) => (l[p] === null ? [] : [l[p]!]));
    const sum = seen.reduce((s, v) => s + v, 0);
    return Math.min(1, (shippedLots() * shareOf(shipped, p) + sum) / (shippedLots() + seen.length));
  };
  return ownShares(shipped, Object.fromEntries(partNames.map((p) => [p, own(p)])) as Shares);
}

const ownShares = (shape: DeathShape, of: Shares): DeathShape => ({
  base: of.base,
  early: { ...shape.early, share: of.early },
  blanks: { ...shape.blanks, share: of.blanks },
  hatch: { ...shape.hatch, share: of.hatch },
  handling: { ...shape.handling, share: of.handling },
});
const shareOf = (shape: DeathShape, p: Part): number => (p === 'base' ? shape.base : shape[p].share);
