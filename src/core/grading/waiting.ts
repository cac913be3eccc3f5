import { normalQuantile } from '../distributions';
import { eatenADay, pairShareMeasured } from './cannibals';

export type Waited = { day: number; cv: number; eaten: number; eatenSoFar: number };

/**
 * What waiting costs: the spread of a tank carried on by its rise, its measured lengths drawn apart about their mean,
 * and how many are eaten each day until then of those that are left.
 * @param perDay rise of the spread in a day, in shares of the mean
 */
export function waiting(
  lengthsMm: readonly number[],
  of: { number: number; cv: number; perDay: number; gapeRatio: number; eatenPerDay: number },
  days: number,
): Waited[] {
  const mean = lengthsMm.reduce((s, x) => s + x, 0) / lengthsMm.length;
  const out: Waited[] = [];
  let left = of.number;
  for (let day = 0; day <= days; day++) {
    const cv = Math.max(0, of.cv + of.perDay * day);
    const apart = of.cv > 0 ? cv / of.cv : 1;
    const eaten = eatenADay(
      left,
      pairShareMeasured(
        lengthsMm.map((x) => Math.max(0, mean + (x - mean) * apart)),
        of.gapeRatio,
      ),
      of.eatenPerDay,
    );
    out.push({ day, cv, eaten, eatenSoFar: of.number - left });
    left -= eaten;
  }
  return out;
}

/** The mean of the lowest third of a normal distribution lies so many standard deviations below its mean: φ(z)/⅓ at Φ(z) = ⅓. */
const LOWEST_THIRD = (3 * Math.exp(-(normalQuantile(1 / 3) ** 2) / 2)) / Math.sqrt(2 * Math.PI);

/**
 * Days of growth by which the smallest third of a tank lies behind its mean: lengths go by the cube root of the mass.
 * @param cv spread of lengths  @param meanG mean mass  @param rise growth of the cube root of the mass in a day, g^⅓
 */
export const thirdBehind = (cv: number, meanG: number, rise: number): number | null =>
  rise > 0 ? (LOWEST_THIRD * cv * Math.cbrt(meanG)) / rise : null;
