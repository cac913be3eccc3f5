import { TZDate } from '@date-fns/tz';

/** Local days of a site. All instants are ms since 1970, UTC; a day has 23 to 25 hours where clocks change. */

/** Bounds of the local day that holds an instant: [start, end). */
export function localDay(at: number, timeZone: string): { start: number; end: number } {
  const d = new TZDate(at, timeZone);
  const start = new TZDate(d.getFullYear(), d.getMonth(), d.getDate(), timeZone).getTime();
  const end = new TZDate(d.getFullYear(), d.getMonth(), d.getDate() + 1, timeZone).getTime();
  return { start, end };
}

/** The same local day some days on (or back, negative), start of day. */
export function addLocalDays(at: number, days: number, timeZone: string): number {
  const d = new TZDate(at, timeZone);
  return new TZDate(d.getFullYear(), d.getMonth(), d.getDate() + days, timeZone).getTime();
}

/** `2031-04-14` of the local day. */
export function isoDay(at: number, timeZone: string): string {
  const d = new TZDate(at, timeZone);
  return `${d.getFullYear()}-${pad(d.getMonth() + 1)}-${pad(d.getDate())}`;
}

/** `07:42` local. */
export function clock(at: number, timeZone: string): string {
  const d = new TZDate(at, timeZone);
  return `${pad(d.getHours())}:${pad(d.getMinutes())}`;
}

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];

/** `14 Apr`, with the year when it is not that of `near`. */
export function dayMonth(at: number, timeZone: string, near?: number): string {
  const d = new TZDate(at, timeZone);
  const text = `${d.getDate()} ${MONTHS[d.getMonth()]}`;
  return near !== undefined && new TZDate(near, timeZone).getFullYear() !== d.getFullYear()
    ? `${text} ${d.getFullYear()}`
    : text;
}

/** `Tue 14 Apr`. */
export function weekday(at: number, timeZone: string): string {
  const d = new TZDate(at, timeZone);
  return `${DAYS[d.getDay()]} ${dayMonth(at, timeZone)}`;
}

const pad = (n: number) => String(n).padStart(2, '0');

export type LocalTime = { year: number; month: number; day: number; hour: number; minute: number; second?: number };

/**
 * Instants that a local clock time may mean: one as a rule, two in the hour that repeats in autumn (earlier first),
 * none in the hour that is skipped in spring.
 */
export function instantsOf(t: LocalTime, timeZone: string): number[] {
  const guess = Date.UTC(t.year, t.month - 1, t.day, t.hour, t.minute, t.second ?? 0);
  const found = new Set<number>();
  // Offsets in force within a day of the guess are all that can apply.
  for (const near of [guess - 86_400_000, guess, guess + 86_400_000]) {
    const offsetMinutes = -new TZDate(near, timeZone).getTimezoneOffset();
    const at = guess - offsetMinutes * 60_000;
    const d = new TZDate(at, timeZone);
    if (
      d.getFullYear() === t.year &&
      d.getMonth() + 1 === t.month &&
      d.getDate() === t.day &&
      d.getHours() === t.hour &&
      d.getMinutes() === t.minute
    )
      found.add(at);
  }
  return [...found].sort((a, b) => a - b);
}
