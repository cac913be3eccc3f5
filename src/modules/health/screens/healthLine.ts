import { DAY_MS } from '@/core/time/spans';
import type { TankHealth } from '../views/health';

/** Days that the strip of a tank shows. */
export const STRIP_DAYS = 21;

/** What was found on a day: so many days back, so many dead; in a rise or not. */
export type StripDay = { back: number; dead: number; rise?: true };

/** A tank as its line of the table shows it: of its days only what is drawn, for a hundred tanks are sent at once. */
export type HealthLine = Omit<TankHealth, 'days'> & { days: StripDay[] };

/** @param today when the day begins, ms */
export function healthLine(t: TankHealth, today: number): HealthLine {
  return {
    ...t,
    days: t.days.flatMap((d) => {
      const back = Math.round((today - d.day) / DAY_MS);
      return back >= 0 && back < STRIP_DAYS ? [{ back, dead: d.dead, ...(d.alarm && { rise: true as const }) }] : [];
    }),
  };
}
