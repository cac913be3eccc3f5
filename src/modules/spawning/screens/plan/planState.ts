import { type Cross, type PlanFigures, planFigures } from '@/core/genetics/planFigures';
import { decimals } from '@/core/quantities/format';
import type { BroodFish } from '@/modules/brood/views/brood';

/** Kinship among the parents chosen, females first, with how much of each pedigree is known. */
export type Kinship = { matrix: number[][]; completeness: number[]; inbreeding: number[]; pedigree: number };

/** Above this a cross is of near relatives: half sibs, or uncle and niece twice over. */
export const NEAR = 0.125;

/** Parents that may be crossed at all: strains are held apart unless crossing is meant; one not known is not held. */
export const mayCross = (f: BroodFish, m: BroodFish, across = false): boolean =>
  across || !f.strain || !m.strain || f.strain === m.strain;

/** Shares of the eggs: by what each may give; equal where that is not known of all. */
export function shareOf(females: readonly BroodFish[]): number[] {
  const eggs = females.map((f) => f.eggs?.expected ?? null);
  const known = eggs.every((e) => e !== null);
  const all = known ? eggs.reduce<number>((s, e) => s + e!, 0) : females.length;
  return females.map((_, i) => (known ? eggs[i]! / all : 1 / females.length));
}

/** Crosses drawn by lot: the mean inbreeding were each female's males drawn among those open to her. */
export function byLot(females: readonly BroodFish[], males: readonly BroodFish[], k: Kinship, across = false): number {
  const shares = shareOf(females);
  return females.reduce((s, f, i) => {
    const open = males.flatMap((m, j) => (mayCross(f, m, across) ? [k.matrix[i]![females.length + j]!] : []));
    return open.length === 0 ? s : s + (shares[i]! * open.reduce((a, b) => a + b, 0)) / open.length;
  }, 0);
}

export const figuresOf = (
  females: readonly BroodFish[],
  males: readonly BroodFish[],
  k: Kinship,
  crosses: readonly Cross[],
): PlanFigures | null => planFigures(k.matrix, shareOf(females), males.length, crosses);

/** Takes a cross to another male of the same female; onto one that she has already it stays where it was. */
export function moveCross(crosses: readonly Cross[], from: Cross, male: number): Cross[] {
  if (crosses.some((c) => c.female === from.female && c.male === male)) return [...crosses];
  return crosses.map((c) => (c.female === from.female && c.male === from.male ? { female: from.female, male } : c));
}

export function toggleCross(crosses: readonly Cross[], x: Cross): Cross[] {
  const rest = crosses.filter((c) => c.female !== x.female || c.male !== x.male);
  return rest.length < crosses.length ? rest : [...crosses, x];
}

/** What is wrong with a plan, worst first, in words. */
export function planSays(
  females: readonly BroodFish[],
  males: readonly BroodFish[],
  k: Kinship,
  crosses: readonly Cross[],
  figures: PlanFigures,
): { text: string; bad: boolean }[] {
  const F = females.length;
  const name = (c: Cross) => `${females[c.female]!.tag} × ${males[c.male]!.tag}`;
  const near = crosses.filter((c) => k.matrix[c.female]![F + c.male]! >= NEAR);
  const used = figures.fathered.filter((x) => x > 0).length;
  const over = males.filter((_, m) => used > 2 && figures.fathered[m]! > 2 / used + 1e-9);
  const single = females.filter((_, f) => crosses.filter((c) => c.female === f).length === 1);
  const none = females.filter((_, f) => !crosses.some((c) => c.female === f));
  const holes = [...females, ...males].filter((_, i) => k.completeness[i]! < HOLES).length;
  const list = (names: readonly string[]) =>
    names.length <= 5 ? names.join(', ') : `${names.slice(0, 4).join(', ')} and ${names.length - 4} more`;
  const says: { text: string; bad: boolean }[] = [];
  if (near.length > 0)
    says.push({ text: `Half sibs or nearer: ${list(near.map(name))}. Give them other mates.`, bad: true });
  if (over.length > 0)
    says.push({
      text: `Overused: ${list(over.map((m) => `${m.tag} fathers ${Math.round(100 * figures.fathered[males.indexOf(m)]!)} %`))}, more than twice an equal share. Spread them.`,
      bad: true,
    });
  if (figures.effectiveSize < FEW)
    says.push({
      text: `Few parents: an effective size of ${decimals(figures.effectiveSize, 1)} gains ${decimals(100 * figures.inbreedingPerGeneration, 1)} % inbreeding in one generation. Take more of both sexes, or equal shares.`,
      bad: false,
    });
  if (single.length > 0)
    says.push({
      text: `One male only: ${list(single.map((f) => f.tag))}. His fertility may be low; two or three are usual.`,
      bad: false,
    });
  if (none.length > 0) says.push({ text: `Without a male: ${list(none.map((f) => f.tag))}.`, bad: false });
  if (holes > 0)
    says.push({
      text: `Of ${holes} of ${F + males.length} less than half the ancestors are known: they may be nearer than shown.`,
      bad: false,
    });
  return says;
}

/** Of an animal with fewer known ancestors kinship says little. */
export const HOLES = 0.5;

/** As many females for a male as equal use makes, and one more: what is asked for unless somebody says otherwise. */
export const usualLimit = (females: number, males: number, malesPerFemale: number) =>
  Math.ceil((females * malesPerFemale) / Math.max(1, males)) + 1;

/** Below this effective size the next generation gains more than a hundredth of inbreeding: 1/(2Ne) = 1 %. */
const FEW = 50;

/** Inbreeding after some generations at a steady rate: 1 − (1 − ΔF)^t. */
export const afterGenerations = (perGeneration: number, generations: number) => 1 - (1 - perGeneration) ** generations;
