import { Z95 } from '../quantities/interval';

/**
 * The share fertilised as the dead that were taken out before a count tell it: what is left of all. An estimate from above
 * only in so far as the blanks have whitened by then; the count’s own doubt is carried (delta method: r·σ/(n+r)²).
 * @param number counted after the dead were taken out  @param sd its doubt  @param removed dead taken out, counted
 * @returns share and half-width of its 95 % interval; null where nothing was taken out or counted
 * @example fertilisedByDead(93_000, 1_500, 7_000) // { share: 0.93, half: 0.0021 }
 */
export function fertilisedByDead(number: number, sd: number, removed: number): { share: number; half: number } | null {
  const all = number + removed;
  if (removed <= 0 || number <= 0) return null;
  return { share: number / all, half: (Z95 * removed * sd) / all ** 2 };
}
