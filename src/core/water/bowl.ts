import { oxygenSaturation } from './oxygen';

/** Fish that wait in a bowl without air or flow. */
export type Bowl = {
  volumeL: number;
  massG: number;
  celsius: number;
  /** What they are to keep, mg/L. */
  leastMgPerL: number;
  /** Oxygen that a kilogram of handled fish uses in an hour, mg. */
  useMgPerKgHour: number;
};

/**
 * Minutes until the water of a bowl is down to what its fish are to keep: what it can hold at most when it is filled,
 * by a mass balance as in `water.minutesToDanger`. Water that was not aired holds less: it is the longest, never more.
 * @returns 0 where even full water holds less than they are to keep
 */
export function bowlMinutes(b: Bowl): number {
  const room = oxygenSaturation(Math.min(40, Math.max(0, b.celsius))) - b.leastMgPerL;
  return room <= 0 ? 0 : (60 * b.volumeL * room) / ((b.massG / 1000) * b.useMgPerKgHour);
}
