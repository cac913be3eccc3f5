import { valueAt } from '../development/timeline';
import { DAY_MS } from '../time/spans';
import { degreeDaysTo, type Warmth } from './forecast';

/** What it takes to weigh so much by a date. */
export type Wanted = {
  /** Mean temperature from now to the date that growth needs, and the one that is foreseen, °C. */
  needsCelsius: number;
  foreseenCelsius: number;
  /** Of the growth that the foreseen water bears, so much is needed: above one no ration brings it. */
  share: number;
  /** Feed for that gain, of one animal; null where no conversion is known. */
  feedG: number | null;
};

/**
 * The inverse of the forecast: for a size by a date, the mean temperature that brings it, or the part of the growth that
 * the water as foreseen bears, which holding feed back leaves.
 * @returns null where the date is past, or the size is reached already
 */
export function wantedBy(
  w: Warmth,
  g: { startG: number; targetG: number; tgc: number; conversion?: number },
  now: number,
  by: number,
): Wanted | null {
  const days = (by - now) / DAY_MS;
  if (!(days > 0) || g.targetG <= g.startG || g.tgc <= 0) return null;
  const needed = degreeDaysTo(g.startG, g.targetG, g.tgc);
  const foreseen = valueAt(w.line, w.degreeDays, by);
  return {
    needsCelsius: needed / days,
    foreseenCelsius: foreseen / days,
    share: foreseen > 0 ? needed / foreseen : Number.POSITIVE_INFINITY,
    feedG: g.conversion === undefined ? null : (g.targetG - g.startG) * g.conversion,
  };
}

/** Days of growth that a lot is behind what it could have been, at a temperature; null where nothing grows at it. */
export const daysBehind = (meanG: number, possibleG: number, tgc: number, celsius: number): number | null =>
  tgc > 0 && celsius > 0 ? degreeDaysTo(meanG, possibleG, tgc) / celsius : null;
