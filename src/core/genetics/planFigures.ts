import { effectiveSizeOf } from './effectiveSize';

/** Positions in the lists of females and of males. */
export type Cross = { female: number; male: number };

export type PlanFigures = {
  /** Egg-weighted over the crosses; a female's eggs go in equal shares to her males. */
  meanOffspringF: number;
  maxOffspringF: number;
  effectiveSize: number;
  inbreedingPerGeneration: number;
  groupCoancestry: number;
  /** Share of all eggs that each male fathers. */
  fathered: number[];
};

/**
 * What a set of crosses costs and keeps, however it came about: by the solver, by lot, or by hand.
 * @param kinship among all parents, females first  @param shares each female's share of the eggs; those without a male
 * count for nothing, the others are scaled to one
 * @returns null without a cross
 */
export function planFigures(
  kinship: readonly ArrayLike<number>[],
  shares: readonly number[],
  males: number,
  crosses: readonly Cross[],
): PlanFigures | null {
  if (crosses.length === 0) return null;
  const F = shares.length;
  const mates = shares.map(() => 0);
  for (const c of crosses) mates[c.female] = mates[c.female]! + 1;
  const all = shares.reduce((s, x, f) => s + (mates[f]! > 0 ? x : 0), 0);
  const share = (f: number) => shares[f]! / all;
  const gives = [
    ...shares.map((_, f) => (mates[f]! > 0 ? share(f) / 2 : 0)),
    ...Array.from({ length: males }, () => 0),
  ];
  let mean = 0;
  let most = 0;
  for (const c of crosses) {
    const part = share(c.female) / mates[c.female]!;
    const f = kinship[c.female]![F + c.male]!;
    mean += part * f;
    most = Math.max(most, f);
    gives[F + c.male] = gives[F + c.male]! + part / 2;
  }
  let coancestry = 0;
  gives.forEach((a, x) => {
    if (a === 0) return;
    gives.forEach((b, y) => {
      coancestry += a * b * kinship[x]![y]!;
    });
  });
  const effectiveSize = effectiveSizeOf(gives.slice(F), gives.slice(0, F));
  return {
    meanOffspringF: mean,
    maxOffspringF: most,
    effectiveSize,
    inbreedingPerGeneration: 1 / (2 * effectiveSize),
    groupCoancestry: coancestry,
    fathered: gives.slice(F).map((g) => 2 * g),
  };
}
