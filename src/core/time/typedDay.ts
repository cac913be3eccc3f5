import { MONTHS } from './localDay';
import { DAY_MS } from './spans';

/** Days and times as people type them. A day is `2031-04-14`, a time `17:40`; neither knows a zone. */

export type DayOrder = 'dmy' | 'mdy' | 'ymd';
export type TypedDay = { ok: true; day: string; time?: string } | { ok: false; message: string };

const WEEKDAYS = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday'];

const pad = (n: number) => String(n).padStart(2, '0');
const utc = (day: string) => Date.parse(`${day}T00:00:00Z`);
const isoOf = (ms: number) => new Date(ms).toISOString().slice(0, 10);

/** The order in which a reader writes day, month and year. */
export function dayOrderOf(locale: string): DayOrder {
  const parts = new Intl.DateTimeFormat(locale, { year: 'numeric', month: '2-digit', day: '2-digit' }).formatToParts(0);
  const first = parts.find((p) => p.type !== 'literal')?.type;
  return first === 'year' ? 'ymd' : first === 'month' ? 'mdy' : 'dmy';
}

/** A day as it stands in a field: no order of figures to be mistaken. @example dayText('2031-04-14') // "14 Apr 2031" */
export function dayText(day: string): string {
  const [year, month, date] = day.split('-').map(Number);
  return year && month && date ? `${date} ${MONTHS[month - 1]} ${year}` : '';
}

/** A day that the calendar has; of a year that was not typed, the one in which it lies nearest to today. */
function known(year: number | undefined, month: number, date: number, today: string): string | null {
  const exists = (y: number) => {
    const iso = `${String(y).padStart(4, '0')}-${pad(month)}-${pad(date)}`;
    return !Number.isNaN(utc(iso)) && isoOf(utc(iso)) === iso ? iso : null;
  };
  if (year !== undefined) return exists(year < 100 ? 2000 + year : year);
  const now = Number(today.slice(0, 4));
  const near = [now - 1, now, now + 1].flatMap((y) => exists(y) ?? []);
  return near.sort((a, b) => Math.abs(utc(a) - utc(today)) - Math.abs(utc(b) - utc(today)))[0] ?? null;
}

/** A time of day: `17:40`, `1740`, `5:40 pm`, `7h`, `noon`; null when it is none. */
export function readTime(text: string): string | null {
  const t = text.trim().toLowerCase();
  if (t === 'noon') return '12:00';
  if (t === 'midnight') return '00:00';
  const m = /^(\d{1,2})(?:[:.h]?(\d{2})|h)?\s*(am|pm|a\.m\.|p\.m\.|h)?$/.exec(t);
  if (!m) return null;
  // A bare figure may be anything: a time says so.
  if (m[2] === undefined && !m[3] && !t.endsWith('h')) return null;
  let hour = Number(m[1]);
  const half = m[3]?.[0];
  if (half === 'a' || half === 'p') {
    if (hour < 1 || hour > 12) return null;
    hour = (hour % 12) + (half === 'p' ? 12 : 0);
  }
  const minute = Number(m[2] ?? 0);
  return hour < 24 && minute < 60 ? `${pad(hour)}:${pad(minute)}` : null;
}

/**
 * A day as it is typed, with a time behind it where there is one: `yesterday 17:40`, `14.4.`, `4/14/31`, `14 Apr`, `Mon`
 * (the last one), `-3` (three days ago), `2031-04-14`.
 * @param today the site's day
 * @param order in which the reader writes figures
 */
export function readDay(text: string, today: string, order: DayOrder): TypedDay {
  const typed = text.trim().toLowerCase().replace(/\s+/g, ' ');
  if (typed === '') return { ok: false, message: 'give the day' };
  const whole = dayOf(typed, today, order);
  if (whole) return 'message' in whole ? { ok: false, message: whole.message } : { ok: true, day: whole.day };
  const split = /^(.*?)[,\s]+(?:at )?(\S+(?: [ap]\.?m\.?)?)$/.exec(typed);
  const time = split && readTime(split[2]!);
  const day = time ? dayOf(split[1]!, today, order) : null;
  if (day && 'day' in day) return { ok: true, day: day.day, time: time! };
  if (day) return { ok: false, message: day.message };
  return { ok: false, message: `“${text.trim()}” is no day: 14 Apr, yesterday, or 2031-04-14` };
}

function dayOf(t: string, today: string, order: DayOrder): { day: string } | { message: string } | null {
  const apart = { today: 0, yesterday: -1, tomorrow: 1 }[t];
  if (apart !== undefined) return { day: isoOf(utc(today) + apart * DAY_MS) };
  const ago = /^([-−+])(\d{1,3})$/.exec(t);
  if (ago) return { day: isoOf(utc(today) + (ago[1] === '+' ? 1 : -1) * Number(ago[2]) * DAY_MS) };
  const week = t.length >= 2 ? WEEKDAYS.findIndex((d) => d.startsWith(t.replace(/\.$/, ''))) : -1;
  if (week >= 0) return { day: isoOf(utc(today) - ((new Date(utc(today)).getUTCDay() - week + 7) % 7) * DAY_MS) };
  const made = (year: string | undefined, month: number, date: string) => {
    const day = known(year === undefined ? undefined : Number(year), month, Number(date), today);
    return day ? { day } : { message: `the calendar has no ${t}` };
  };
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(t);
  if (iso) return made(iso[1], Number(iso[2]), iso[3]!);
  const words = /^(?:(\d{1,2})\.? )?([a-z]{3,9})\.?(?: (\d{1,2}))?(?:,? (\d{4}|\d{2}))?$/.exec(t);
  const month = words ? MONTHS.findIndex((m) => m.toLowerCase() === words[2]!.slice(0, 3)) : -1;
  if (words && month >= 0) {
    const [, before, , after, year] = words;
    if (before && !after) return made(year, month + 1, before);
    // "Apr 14", and "14 Apr 31", of which the second figure is the year.
    if (before && after) return made(after, month + 1, before);
    if (after) return made(year, month + 1, after);
  }
  const figures = /^(\d{1,4})[./-](\d{1,2})(?:[./-](\d{1,4})?)?$/.exec(t);
  if (!figures) return null;
  const [, a, b, c] = figures as unknown as [string, string, string, string | undefined];
  if (a.length > 2) return c === undefined ? null : made(a, Number(b), c);
  if (c !== undefined && c.length % 2 === 1) return null;
  // With points nobody writes the month first.
  const monthFirst = order === 'mdy' && !t.includes('.');
  return monthFirst ? made(c, Number(a), b) : made(c, Number(b), a);
}
