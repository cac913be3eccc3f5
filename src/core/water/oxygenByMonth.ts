import { isoDay } from '../time/localDay';
import { DAY_MS } from '../time/spans';
import { fishUse } from './stillWater';

/** A tank as far as what its fish will breathe goes. */
export type Breathing = {
  number: number;
  meanG: number;
  /** Thermal growth coefficient; null where it is not known: they are taken to stay as they are. */
  tgc: number | null;
  /** Its water now. */
  celsius: number;
  /** What its water was in each month of the last year, January first; null where it was not read. */
  byMonth: readonly (number | null)[];
};

export type MonthOfOxygen = {
  year: number;
  /** 0 is January. */
  month: number;
  kg: number;
  /** The same as they are now, in the water of that month: the difference is growth. */
  unchangedKg: number;
  /** So many days of it are counted: the first month is what is left of it. */
  days: number;
};

/**
 * Oxygen that fish use in the months to come, kg: day by day, as they grow by the cube root (thermal growth) in the water
 * that the month had a year ago, or has now where that was not read. Nothing dies, leaves or comes in.
 * Use by mass and warmth: `fishUse`.
 */
export function oxygenByMonth(
  tanks: readonly Breathing[],
  now: number,
  timeZone: string,
  months: number,
): MonthOfOxygen[] {
  const out: MonthOfOxygen[] = [];
  const roots = tanks.map((t) => Math.cbrt(t.meanG));
  for (let day = 0; ; day++) {
    const [year, month] = monthOf(now + day * DAY_MS, timeZone);
    let at = out.at(-1);
    if (!at || at.month !== month) {
      if (out.length === months) return out;
      at = { year, month, kg: 0, unchangedKg: 0, days: 0 };
      out.push(at);
    }
    at.days++;
    for (const [i, t] of tanks.entries()) {
      const celsius = t.byMonth[month] ?? t.celsius;
      const meanG = roots[i]! ** 3;
      at.kg += dayKg(t.number, meanG, celsius);
      at.unchangedKg += dayKg(t.number, t.meanG, celsius);
      roots[i] = roots[i]! + ((t.tgc ?? 0) * Math.max(0, celsius)) / 1000;
    }
  }
}

/** kg of fish x mg/kg an hour x 24 h, in kg. */
const dayKg = (number: number, meanG: number, celsius: number) =>
  ((number * meanG) / 1000) * fishUse(meanG, celsius) * 24 * 1e-6;

/** Year and month (0 is January) in which an instant lies there. */
const monthOf = (at: number, timeZone: string): [number, number] => {
  const day = isoDay(at, timeZone);
  return [Number(day.slice(0, 4)), Number(day.slice(5, 7)) - 1];
};
