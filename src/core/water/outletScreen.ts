import { normalQuantile } from '../distributions';
import { thresholds } from '../thresholds';

/** Openings in which screens are commonly had, mm. `verify` */
export const meshes = [0.3, 0.5, 0.8, 1, 1.5, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25] as const;

/** So many of a thousand may be smaller than what the screen is chosen by. */
const SMALLEST = 0.001;
/** An opening is no wider than this share of the smallest: they are pressed against it. `verify` */
const SAFE = 0.8;
/** One so much finer than it might be clogs for nothing. `verify` */
const FINE = 0.4;

export type ScreenJudged = {
  /** Width of the smallest that count, mm. */
  smallestMm: number;
  /** The widest common opening that keeps them; null where none is fine enough. */
  bestMm: number | null;
  is: 'escape' | 'fine' | 'good' | 'unknown';
};

/** Width of the smallest of a tank: one of a thousand is smaller. */
export const smallestWidth = (meanMm: number, cv: number): number =>
  Math.max(0, meanMm * (1 + normalQuantile(SMALLEST) * cv)) * thresholds.bodyWidth.value;

/** The screen of an outlet against the fish behind it. @param meshMm null where nobody said */
export function judgeScreen(meanMm: number, cv: number, meshMm: number | null): ScreenJudged {
  const smallestMm = smallestWidth(meanMm, cv);
  const bestMm = meshes.findLast((m) => m <= SAFE * smallestMm) ?? null;
  if (meshMm === null) return { smallestMm, bestMm, is: 'unknown' };
  if (meshMm > SAFE * smallestMm) return { smallestMm, bestMm, is: 'escape' };
  return { smallestMm, bestMm, is: bestMm !== null && meshMm < FINE * bestMm ? 'fine' : 'good' };
}

/**
 * Days until the next wider common opening keeps them.
 * @param rise of the cube root of the mean mass a day, g^(1/3)
 * @returns null where they do not grow, or there is no wider one
 */
export function daysToWider(meanMm: number, cv: number, meshMm: number, meanG: number, rise: number): number | null {
  const next = meshes.find((m) => m > meshMm);
  if (next === undefined || rise <= 0) return null;
  // Length goes by the cube root of mass, whatever their condition.
  const wantedMm = (meanMm * (next / SAFE)) / smallestWidth(meanMm, cv);
  const root = Math.cbrt(meanG);
  return Math.max(0, (root * (wantedMm / meanMm - 1)) / rise);
}

/** A tank with the screen before its outlet, and what it may be changed to. */
export type OutletScreen = ScreenJudged & {
  unitId: number;
  unit: string;
  room: string;
  openingMm: number | null;
  setAt: number | null;
  meanMm: number;
  /** When the next wider one keeps them; null where they do not grow, or it is not known. */
  widerAt: number | null;
};

/** Length of fish of usual shape, mm: condition of one. */
export const lengthMm = (massG: number): number => 10 * Math.cbrt(100 * massG);
