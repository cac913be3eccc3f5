import type { Animal } from '@/core/genetics/pedigree';

/**
 * A pedigree drawn by a generator of its own, the same for the same seed: generations of so many, each from some of the
 * last. Even numbers are males, odd ones females; one in ten has an unknown sire.
 */
export function drawnPedigree(generations: number, size: number, parents: number, seed = 1): Animal[] {
  let state = seed;
  const below = (n: number) => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return Math.floor((state / 2_147_483_648) * n);
  };
  const animals: Animal[] = [];
  for (let g = 0; g < generations; g++)
    for (let k = 0; k < size; k++)
      animals.push(
        g === 0
          ? { id: `g0-${k}` }
          : {
              id: `g${g}-${k}`,
              ...(below(10) === 0 ? {} : { sire: `g${g - 1}-${2 * below(parents)}` }),
              dam: `g${g - 1}-${2 * below(parents) + 1}`,
            },
      );
  return animals;
}
