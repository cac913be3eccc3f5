import { dayMonth } from '../time/localDay';
import { type Withdrawal, withdrawalOf } from './treatment';

/** A treatment as far as what bars by it goes. */
export type Given = {
  at: number;
  /** When it ended, or is planned to. */
  end: number;
  /** Somebody said that it ended. */
  ended: boolean;
  product: string;
  withdrawal: Withdrawal;
  /** The tank in which it was given; none of single fish. */
  unit?: string;
};

/** What bars animals: which treatment, and until when; null: nobody can say. */
export type Barred<T extends Given = Given> = {
  treatment: T;
  until: number | null;
  degreeDays?: { come: number; of: number };
};

/** A withdrawal in words. */
export function barredSays(b: Barred, timeZone: string, now: number): string {
  const { product, unit } = b.treatment;
  const what = `${product} on ${dayMonth(b.treatment.at, timeZone, now)}${unit ? ` in ${unit}` : ''}`;
  if (!b.treatment.ended && b.treatment.end > now) return `${what}: the treatment still goes on`;
  const come = b.degreeDays
    ? `, ${Math.floor(b.degreeDays.come)} of ${Math.round(b.degreeDays.of)} degree-days have come`
    : '';
  return b.until === null
    ? `${what}${come}: their water was not read since, nobody can say when it is over`
    : `${what}: barred until ${dayMonth(b.until, timeZone, now)}${come}`;
}

/** What bars by one treatment at an instant; null where it is over. */
export function barredBy<T extends Given>(
  treatment: T,
  water: readonly { at: number; celsius: number }[],
  at: number,
): Barred<T> | null {
  const { until, degreeDays } = withdrawalOf(treatment.withdrawal, treatment.end, water, at);
  if (until !== null && until <= at && treatment.end <= at) return null;
  return { treatment, until: until === null ? null : Math.max(until, treatment.end), degreeDays };
}

/** The longest bars first. */
export const latestFirst = (a: Barred, b: Barred) => (b.until ?? Infinity) - (a.until ?? Infinity);
