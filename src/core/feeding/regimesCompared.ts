import { studentQuantile } from '../distributions';
import { Z95 } from '../quantities/interval';

/** What a tank showed while it followed its regime: dead as they were counted, what stood there, mean mass. */
export type RegimeSeen = {
  /** Dead of each count. */
  dead: readonly number[];
  /** Animals at the beginning, and the doubt of that number as a share. */
  stood: number;
  standsCv: number;
  mean: { g: number; sd: number } | null;
};

/** So many times as much as in the other tank, with its 95 % interval. */
export type Times = { at: number; low: number; high: number };

/** Fewer counts than this in either tank tell no scatter between them. */
const LEAST_COUNTS = 3;

/**
 * Two tanks of one lot on two ways of feeding: how many times as many died in the first, and how many times as heavy its
 * animals are. Dead of a tank come in waves: their scatter from count to count is taken as it was (quasi-Poisson:
 * McCullagh and Nelder 1989, chapter 6), with Student's t for the few counts that there are.
 * @returns null for what cannot be told: too few counts, none dead, not weighed
 */
export function compareRegimes(a: RegimeSeen, b: RegimeSeen): { deaths: Times | null; mass: Times | null } {
  return { deaths: deathsOf(a, b), mass: massOf(a, b) };
}

function deathsOf(a: RegimeSeen, b: RegimeSeen): Times | null {
  const sum = (s: RegimeSeen) => s.dead.reduce((t, n) => t + n, 0);
  const [da, db] = [sum(a), sum(b)];
  const counts = a.dead.length + b.dead.length;
  if (Math.min(a.dead.length, b.dead.length) < LEAST_COUNTS || da === 0 || db === 0) return null;
  if (!(a.stood > 0) || !(b.stood > 0)) return null;
  const scatter = (s: RegimeSeen, total: number) => {
    const mean = total / s.dead.length;
    return s.dead.reduce((t, n) => t + (n - mean) ** 2 / mean, 0);
  };
  const waves = Math.max(1, (scatter(a, da) + scatter(b, db)) / (counts - 2));
  const sd = Math.sqrt(waves * (1 / da + 1 / db) + a.standsCv ** 2 + b.standsCv ** 2);
  return times(Math.log(da / a.stood / (db / b.stood)), studentQuantile(0.975, counts - 2) * sd);
}

function massOf(a: RegimeSeen, b: RegimeSeen): Times | null {
  if (!a.mean || !b.mean || a.mean.g <= 0 || b.mean.g <= 0) return null;
  return times(Math.log(a.mean.g / b.mean.g), Z95 * Math.hypot(a.mean.sd / a.mean.g, b.mean.sd / b.mean.g));
}

const times = (log: number, half: number): Times => ({
  at: Math.exp(log),
  low: Math.exp(log - half),
  high: Math.exp(log + half),
});
