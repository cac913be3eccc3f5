import { instantsOf, type LocalTime } from '../time/localDay';

export type DateOrder = 'ymd' | 'dmy' | 'mdy';

/** How times of a file without a zone are read. */
export type FileClock = {
  timeZone: string;
  /** `local` (default) changes with the clocks of the site, `winter` is its winter time all year. */
  clock?: 'local' | 'winter';
};

const ISO = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[T\s]+(.*))?$/;
const OTHER = /^(\d{1,2})[-/.](\d{1,2})[-/.](\d{2}|\d{4})(?:[T\s]+(.*))?$/;
export const CLOCK = /^(\d{1,2})[:.](\d{2})(?:[:.](\d{2})(?:[.,]\d+)?)?\s*(am|pm)?\s*(z|[+-]\d{2}:?\d{2})?$/i;

type DateParts = { iso: boolean; a: number; b: number; c: number; rest: string };

/** The parts of a date as files write it, with what stands behind; null where it is none. */
export function dateParts(text: string): DateParts | null {
  const iso = ISO.exec(text);
  if (iso) return { iso: true, a: Number(iso[1]), b: Number(iso[2]), c: Number(iso[3]), rest: iso[4] ?? '' };
  const other = OTHER.exec(text);
  if (!other) return null;
  const year = other[3]!.length === 2 ? 2000 + Number(other[3]) : Number(other[3]);
  return { iso: false, a: Number(other[1]), b: Number(other[2]), c: year, rest: other[4] ?? '' };
}

/** Day first or month first, from any date that can be read one way only. */
export function dateOrderOf(
  texts: readonly string[],
  given: 'dmy' | 'mdy' | undefined,
): { order: DateOrder; ambiguous: boolean } {
  let dayFirst = 0;
  let monthFirst = 0;
  let other = 0;
  let dotted = 0;
  for (const t of texts) {
    const p = dateParts(t);
    if (!p || p.iso) continue;
    other += 1;
    if (/^\d{1,2}\./.test(t)) dotted += 1;
    if (p.a > 12 && p.b <= 12) dayFirst += 1;
    if (p.b > 12 && p.a <= 12) monthFirst += 1;
  }
  if (other === 0) return { order: 'ymd', ambiguous: false };
  if (given) return { order: given, ambiguous: false };
  if (dayFirst > 0 && monthFirst === 0) return { order: 'dmy', ambiguous: false };
  if (monthFirst > 0 && dayFirst === 0) return { order: 'mdy', ambiguous: false };
  // Dates with full stops are written day first wherever they are written so.
  if (dotted === other && monthFirst === 0) return { order: 'dmy', ambiguous: false };
  return { order: 'dmy', ambiguous: true };
}

/** No clock of the world is further from UTC, in minutes. */
const FURTHEST_ZONE = 14 * 60;

export const SKIPPED = ' did not exist: the clocks went forward over it';

/**
 * The instant of a date and time of a file, or why it is none.
 * @param previous that of the line above: it tells the two of a repeated hour apart
 */
export function instantOf(
  text: string,
  order: DateOrder,
  { timeZone, clock: runs }: FileClock,
  previous: number,
): number | string {
  const p = dateParts(text);
  if (!p) return `“${text}” is no date`;
  const [year, month, day] = p.iso ? [p.a, p.b, p.c] : order === 'mdy' ? [p.c, p.a, p.b] : [p.c, p.b, p.a];
  if (month < 1 || month > 12 || day < 1 || day > 31)
    return `“${text}” is no date when read ${order === 'mdy' ? 'month first' : 'day first'}`;
  if (new Date(Date.UTC(year, month - 1, day)).getUTCDate() !== day) return `“${text}”: that month has no day ${day}`;
  if (p.rest.trim() === '') return `“${text}” has no time of day`;
  const clock = CLOCK.exec(p.rest.trim());
  if (!clock) return `“${p.rest}” is no time of day`;
  let hour = Number(clock[1]);
  const minute = Number(clock[2]);
  const second = Number(clock[3] ?? 0);
  const half = clock[4]?.toLowerCase();
  // Some loggers write 13:05 pm; 13:05 am is none, and nobody can say which was meant.
  if (half === 'am' && hour > 12) return `“${p.rest}” is no time of day`;
  if (half) hour = (hour % 12) + (half === 'pm' ? 12 : 0);
  if (hour > 23 || minute > 59 || second > 59) return `“${p.rest}” is no time of day`;
  if (clock[5]) {
    const zone = clock[5].toUpperCase();
    const offset =
      zone === 'Z' ? 0 : (zone.startsWith('-') ? -1 : 1) * (Number(zone.slice(1, 3)) * 60 + Number(zone.slice(-2)));
    if (Math.abs(offset) > FURTHEST_ZONE) return `“${clock[5]}” is no time zone`;
    return Date.UTC(year, month - 1, day, hour, minute, second) - offset * 60_000;
  }
  const local: LocalTime = { year, month, day, hour, minute, second };
  if (runs === 'winter') return Date.UTC(year, month - 1, day, hour, minute, second) - winterOffset(year, timeZone);
  const instants = quickInstants(local, timeZone);
  if (instants.length === 0) return `${text}${SKIPPED}`;
  // The repeated hour: the first reading not before the line above.
  return instants.find((t) => t > previous) ?? instants[0]!;
}

/** Offset of a zone from UTC in its winter: the smaller of January's and July's. */
let winter = { zone: '', year: 0, offset: 0 };
function winterOffset(year: number, timeZone: string): number {
  if (winter.zone === timeZone && winter.year === year) return winter.offset;
  const [january, july] = [1, 7].map(
    (month) =>
      Date.UTC(year, month - 1, 1, 12) - instantsOf({ year, month, day: 1, hour: 12, minute: 0 }, timeZone)[0]!,
  ) as [number, number];
  winter = { zone: timeZone, year, offset: Math.min(january, july) };
  return winter.offset;
}

/** `instantsOf` costs some microseconds; a day without a change of clocks has one offset, kept from the line before. */
let cached = { zone: '', day: '', offset: 0, plain: false };
function quickInstants(t: LocalTime, timeZone: string): number[] {
  const day = `${t.year}-${t.month}-${t.day}`;
  const asUtc = Date.UTC(t.year, t.month - 1, t.day, t.hour, t.minute, t.second ?? 0);
  if (cached.zone !== timeZone || cached.day !== day) {
    const start = instantsOf({ ...t, hour: 0, minute: 0, second: 0 }, timeZone);
    const noon = instantsOf({ ...t, hour: 12, minute: 0, second: 0 }, timeZone);
    const late = instantsOf({ ...t, hour: 23, minute: 59, second: 0 }, timeZone);
    const offset = Date.UTC(t.year, t.month - 1, t.day, 12) - noon[0]!;
    const plain =
      start.length === 1 &&
      late.length === 1 &&
      Date.UTC(t.year, t.month - 1, t.day) - start[0]! === offset &&
      Date.UTC(t.year, t.month - 1, t.day, 23, 59) - late[0]! === offset;
    cached = { zone: timeZone, day, offset, plain };
  }
  return cached.plain ? [asUtc - cached.offset] : instantsOf(t, timeZone);
}
