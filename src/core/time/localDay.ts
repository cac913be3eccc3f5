import { TZDate } from '@date-fns/tz';
import { DAY_MS, HOUR_MS } from './spans';

/** Local days of a site. All instants are ms since 1970, UTC; a day has 23 to 25 hours where clocks change. */

/**
 * Remembers an answer for each quarter of an hour of each zone: zones differ from UTC by whole quarters, so within one
 * neither the offset nor the local day changes. Asking the time zone tables anew costs some 20 µs, and a page asks thousands of times.
 */
function byQuarter<T>(work: (at: number, timeZone: string) => T): (at: number, timeZone: string) => T {
  const known = new Map<string, Map<number, T>>();
  return (at, timeZone) => {
    const own = known.get(timeZone) ?? new Map<number, T>();
    const quarter = Math.floor(at / 900_000);
    const before = own.get(quarter);
    if (before !== undefined) return before;
    if (own.size > 20_000) own.clear();
    const answer = work(at, timeZone);
    known.set(timeZone, own.set(quarter, answer));
    return answer;
  };
}

/** Bounds of the local day that holds an instant: [start, end). */
export const localDay = byQuarter((at: number, timeZone: string): { readonly start: number; readonly end: number } => {
  const d = new TZDate(at, timeZone);
  const start = new TZDate(d.getFullYear(), d.getMonth(), d.getDate(), timeZone).getTime();
  const end = new TZDate(d.getFullYear(), d.getMonth(), d.getDate() + 1, timeZone).getTime();
  return { start, end };
});

const offsetMs = byQuarter((at: number, timeZone: string) => -new TZDate(at, timeZone).getTimezoneOffset() * 60_000);

/** The local clock's reading as the UTC fields of a Date. */
const local = (at: number, timeZone: string) => new Date(at + offsetMs(at, timeZone));

/** The same local day some days on (or back, negative), start of day. */
export function addLocalDays(at: number, days: number, timeZone: string): number {
  let on = daysOn.get(days);
  if (!on) {
    on = byQuarter((of, zone) => {
      const d = new TZDate(of, zone);
      return new TZDate(d.getFullYear(), d.getMonth(), d.getDate() + days, zone).getTime();
    });
    // Plans ask for a few days on; who asks for a whole calendar once need not be remembered.
    if (daysOn.size < 64) daysOn.set(days, on);
  }
  return on(at, timeZone);
}
const daysOn = new Map<number, (at: number, timeZone: string) => number>();

/** `2031-04-14` of the local day. */
export function isoDay(at: number, timeZone: string): string {
  const d = local(at, timeZone);
  return `${d.getUTCFullYear()}-${pad(d.getUTCMonth() + 1)}-${pad(d.getUTCDate())}`;
}

/** `07:42` local. */
export function clock(at: number, timeZone: string): string {
  const d = local(at, timeZone);
  return `${pad(d.getUTCHours())}:${pad(d.getUTCMinutes())}`;
}

/** Months as they are shown, January first. */
export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];

/** `14 Apr`, with the year when it is not that of `near`. */
export function dayMonth(at: number, timeZone: string, near?: number): string {
  const d = local(at, timeZone);
  const text = `${d.getUTCDate()} ${MONTHS[d.getUTCMonth()]}`;
  return near !== undefined && local(near, timeZone).getUTCFullYear() !== d.getUTCFullYear()
    ? `${text} ${d.getUTCFullYear()}`
    : text;
}

/** `Tue 14 Apr`. */
export function weekday(at: number, timeZone: string): string {
  const d = local(at, timeZone);
  return `${DAYS[d.getUTCDay()]} ${dayMonth(at, timeZone)}`;
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
  for (const near of [guess - DAY_MS, guess, guess + DAY_MS]) {
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

/** Start of the local day of a date, ms. @param iso yyyy-mm-dd, a date that exists */
export function startOfDay(iso: string, timeZone: string): number {
  const [year, month, day] = iso.split('-').map(Number) as [number, number, number];
  return localDay(instantsOf({ year, month, day, hour: 12, minute: 0 }, timeZone)[0]!, timeZone).start;
}

/** The instant at which clocks show an hour of the local day of `at`: 6.5 is half past six, 24 the end of the day. */
export function atLocalHour(at: number, hour: number, timeZone: string): number {
  if (hour === 24) return localDay(at, timeZone).end;
  const d = local(at, timeZone);
  const whole = Math.floor(hour);
  const found = instantsOf(
    {
      year: d.getUTCFullYear(),
      month: d.getUTCMonth() + 1,
      day: d.getUTCDate(),
      hour: whole,
      minute: Math.round(60 * (hour - whole)),
    },
    timeZone,
  );
  // An hour that the clocks skip in spring: as far into the day as it would have been.
  return found[0] ?? localDay(at, timeZone).start + hour * HOUR_MS;
}
