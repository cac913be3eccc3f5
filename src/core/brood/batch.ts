import { idsIn } from '../ids';
import type { Sex } from './parseFish';

/** How a run of adults was taken; `stands`: it fishes by itself, and the fish wait in it. */
export const catchMeans = [
  { id: 'trap', name: 'trap or ladder', stands: true },
  { id: 'lift', name: 'fish lift', stands: false },
  { id: 'net', name: 'gill net', stands: true },
  { id: 'seine', name: 'seine or hand net', stands: false },
  { id: 'electric', name: 'electro-catching', stands: false },
  { id: 'line', name: 'rod and line', stands: false },
  { id: 'other', name: 'another way', stands: false },
] as const;
export type CatchMeans = (typeof catchMeans)[number]['id'];
export const catchMeansIds = idsIn(catchMeans);

export type BySex = Record<Sex, number>;
export const noneOf = (): BySex => ({ female: 0, male: 0, unknown: 0 });
export const sumOf = (n: BySex): number => n.female + n.male + n.unknown;

/**
 * What of a batch still waits: those of a sex first by their own count, what goes beyond it out of those that were not
 * sexed when they came in.
 * @returns null when more went out than came in
 */
export function waiting(came: BySex, went: BySex): BySex | null {
  const left = noneOf();
  let unknown = came.unknown - went.unknown;
  for (const sex of ['female', 'male'] as const) {
    const own = came[sex] - went[sex];
    left[sex] = Math.max(0, own);
    unknown += Math.min(0, own);
  }
  left.unknown = unknown;
  return unknown < 0 ? null : left;
}
