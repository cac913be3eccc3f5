/** Sodium bicarbonate for alkalinity as calcium carbonate: two of 84.007 for one of 100.087, by mass. */
const BICARBONATE_PER_CARBONATE = (2 * 84.007) / 100.087;

/**
 * What brings a tank's water from a concentration down to one, by water that has none of it: the share to let off and fill
 * up at once, and the minutes that its own flow takes, C(t) = C0 e^(−t / τ).
 * @param turnoverMinutes volume over flow; null where that is not known
 */
export function exchangeTo(
  value: number,
  most: number,
  turnoverMinutes: number | null,
): { share: number; minutes: number | null } {
  return {
    share: 1 - most / value,
    minutes: turnoverMinutes === null ? null : turnoverMinutes * Math.log(value / most),
  };
}

/** An exchange in words; more than a half at once is a shock of its own. */
export function exchangeSays(value: number, most: number, turnoverMinutes: number | null): string {
  const { share, minutes } = exchangeTo(value, most, turnoverMinutes);
  const percent = Math.max(1, Math.ceil(100 * share));
  const flow =
    minutes === null
      ? ''
      : `, or its own flow for ${minutes < 90 ? `${Math.ceil(minutes)} min` : `${Math.ceil(minutes / 60)} h`}`;
  return `exchange ${percent} %${share > 0.5 ? ' in steps' : ''}${flow}`;
}

/** Sodium bicarbonate that lifts alkalinity, mg for a litre of all the water that is shared. @example bicarbonateFor(40, 100) // 101 */
export const bicarbonateFor = (alkalinity: number, wanted: number): number =>
  Math.max(0, wanted - alkalinity) * BICARBONATE_PER_CARBONATE;
