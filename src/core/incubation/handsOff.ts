import type { Species } from '../species/species';

export type Window = Species['handsOff'][number];

export const severityWords: Record<number, string> = {
  1: 'a shock now costs eggs',
  2: 'gently only',
  3: 'with care',
};

/** The window that eggs are in at a share of the way to hatch, or larvae on their way to feeding, the gravest where two overlap; null outside of all. */
export function inWindow(
  species: Pick<Species, 'handsOff'>,
  progress: number,
  station: Window['station'] = 'eggs',
): Window | null {
  return (
    species.handsOff
      .filter((w) => w.station === station && progress >= w.from && progress < w.to)
      .sort((a, b) => a.severity - b.severity || b.to - a.to)[0] ?? null
  );
}
