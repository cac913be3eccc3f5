import { thresholds } from '../thresholds';
import type { Partner } from './more';

/** How two kinds of one pond stand to one another. */
export type Pair = { a: string; b: string; is: 'goes' | 'eats' | 'shares'; says: string };

/**
 * Who goes with whom: what eats animals takes those that fit its mouth, those that live on one thing share it.
 * @returns each pair once, the dangerous first
 */
export function together(partners: readonly Partner[]): Pair[] {
  const pairs = partners.flatMap((a, i) => partners.slice(i + 1).map((b) => pairOf(a, b)));
  const rank = { eats: 0, shares: 1, goes: 2 };
  return pairs.sort((x, y) => rank[x.is] - rank[y.is]);
}

function pairOf(a: Partner, b: Partner): Pair {
  const gape = thresholds.pondGape.value;
  for (const [hunter, prey] of [
    [a, b],
    [b, a],
  ] as const)
    if (hunter.feeds === 'animals' && prey.lengthMm <= gape * hunter.lengthMm)
      return {
        a: hunter.name,
        b: prey.name,
        is: 'eats',
        says: `fits its mouth: stock ${prey.name} of ${Math.ceil(gape * hunter.lengthMm)} mm and more, or ${hunter.name} smaller`,
      };
  if (a.feeds === b.feeds && a.feeds !== 'mixed')
    return { a: a.name, b: b.name, is: 'shares', says: 'live on the same: one rate for both together' };
  const hunter = [a, b].find((x) => x.feeds === 'animals');
  return {
    a: a.name,
    b: b.name,
    is: 'goes',
    says: hunter ? `as long as ${hunter === a ? b.name : a.name} grows at least as fast: compare at each sample` : '',
  };
}
