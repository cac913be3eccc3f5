import { normalQuantile } from '../distributions';

/** Points of the quasi-random sequence; ends of the interval are then good to some per cent of its width. */
export const DRAWS = 1024;
/** The sequence begins with runs in step between its dimensions: they are left out. */
const SKIPPED = 408;

const PRIMES = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37];
const drawn = new Map<number, Float64Array[]>();

/**
 * Points of Halton's sequence (1960, Numer. Math. 2: 84-90) mapped to normals: even cover in every pair of dimensions,
 * no seed needed. Worked once for each number of dimensions.
 * @throws RangeError above twelve dimensions, where the sequence covers badly
 */
export function quasiNormal(dims: number): readonly Float64Array[] {
  if (dims > PRIMES.length) throw new RangeError(`at most ${PRIMES.length - 2} phases can follow one another`);
  let points = drawn.get(dims);
  if (!points) {
    points = Array.from({ length: DRAWS }, (_, n) =>
      Float64Array.from({ length: dims }, (_, j) => normalQuantile(radicalInverse(n + 1 + SKIPPED, PRIMES[j]!))),
    );
    drawn.set(dims, points);
  }
  return points;
}

/** Digits of n in a base, mirrored at the point. */
function radicalInverse(n: number, base: number): number {
  let [left, place, sum] = [n, 1 / base, 0];
  while (left > 0) {
    sum += place * (left % base);
    left = Math.floor(left / base);
    place /= base;
  }
  return sum;
}
