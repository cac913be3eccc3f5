import Papa from 'papaparse';
import { instantsOf, type LocalTime } from '../time/localDay';
import { type SensorKind, sensorKinds } from './sensorKinds';

export type LoggerRow = { at: number; value: number; line: number };
export type LoggerProblem = { line: number; text: string; why: string };
export type DateOrder = 'ymd' | 'dmy' | 'mdy';
export type LoggerFile = {
  rows: LoggerRow[];
  problems: LoggerProblem[];
  /** What was understood, to be shown before anything is written. */
  understood: {
    delimiter: string;
    timeColumns: number[];
    valueColumn: number;
    header: string[] | null;
    dateOrder: DateOrder;
    unit: 'C' | 'F';
  };
  /** Several columns could be it, or none is headed as it: the user must say which. Empty where there is one. */
  columns: { column: number; header: string; first: string[] }[];
  /** The dates can be read in two ways: the user must say which. */
  ambiguousDates: boolean;
  /** Lines in an hour that local clocks skipped: the logger may keep winter time all year; the user must say. */
  skipped: number;
};

export type LoggerOptions = {
  timeZone: string;
  /** What the sensor measures; temperature unless said. */
  kind?: SensorKind;
  dateOrder?: 'dmy' | 'mdy';
  /** Times without a zone: `local` (default) changes with the clocks of the site, `winter` is its winter time all year. */
  clock?: 'local' | 'winter';
  unit?: 'C' | 'F';
  valueColumn?: number;
};

/**
 * Reads a logger's CSV: any of `, ; tab |` between fields, decimal point or comma, BOM, header or none, date and time
 * in one column or two, ISO or day-first or month-first dates (also mixed with ISO), times with or without a zone. Times
 * without a zone are local; the hour that repeats in autumn is told apart by the order of the lines.
 *
 * Never guesses in silence: dates that can be read both ways set `ambiguousDates`, times that no local clock showed
 * are counted as `skipped`, lines that cannot be read are listed with the reason.
 * @throws RangeError when no time or no value column can be found
 */
export function parseLogger(text: string, options: LoggerOptions): LoggerFile {
  const kind = sensorKinds[options.kind ?? 'temperature'];
  const clean = text.charCodeAt(0) === 0xfeff ? text.slice(1) : text;
  const delimiter = guessDelimiter(clean);
  const parsed = Papa.parse<string[]>(clean, { delimiter, skipEmptyLines: false });
  const lines = parsed.data
    .map((cells, i) => ({ cells: cells.map((c) => c.trim()), line: i + 1 }))
    .filter((l) => l.cells.some((c) => c !== ''));
  if (lines.length === 0) throw new RangeError('the file is empty');

  const first = firstOfData(lines.map((l) => l.cells));
  if (first < 0) throw new RangeError('no column holds dates; a logger file needs a time and a value on each line');
  const header = headerBefore(
    lines.slice(0, first).map((l) => l.cells),
    lines[first]!.cells.length,
  );
  const data = lines.slice(first);
  const sample = data.slice(0, 200);
  const timeColumns = findTimeColumns(sample.map((l) => l.cells));
  const found = findValueColumns(
    sample.map((l) => l.cells),
    timeColumns,
    header,
    kind,
  );
  const valueColumn = options.valueColumn ?? found[0] ?? -1;
  if (valueColumn < 0)
    throw new RangeError(
      kind.word === 'temperature'
        ? 'no column holds temperatures between -5 and 110; is this a temperature file?'
        : `no column holds ${kind.word} between ${kind.low} and ${kind.high}${kind.unit && ` ${kind.unit}`}; is this the right file?`,
    );

  const order = dateOrderOf(
    data.map((l) => l.cells[timeColumns[0]!] ?? ''),
    options.dateOrder,
  );
  const unit =
    kind.word !== 'temperature'
      ? 'C'
      : (options.unit ??
        unitOf(
          header?.[valueColumn] ?? '',
          data.slice(0, 50).map((l) => l.cells[valueColumn] ?? ''),
        ));
  const rows: LoggerRow[] = [];
  const problems: LoggerProblem[] = [];
  let previous = Number.NEGATIVE_INFINITY;
  let skipped = 0;
  for (const { cells, line } of data) {
    const when = timeColumns.map((c) => cells[c] ?? '').join(' ');
    const raw = cells[valueColumn] ?? '';
    const fail = (why: string) => problems.push({ line, text: cells.join(delimiter), why });
    const at = instantOf(when, order.order, options, previous);
    if (typeof at === 'string') {
      if (at.endsWith(SKIPPED)) skipped += 1;
      fail(at);
      continue;
    }
    if (raw === '') {
      fail('no value');
      continue;
    }
    const value = numberOf(raw);
    if (value === null) {
      fail(`“${raw}” is not a number`);
      continue;
    }
    const si = unit === 'F' ? ((value - 32) * 5) / 9 : value;
    if (si < kind.low || si > kind.high) {
      fail(kind.word === 'temperature' ? `${raw} is no water temperature` : `${raw} is no ${kind.word} of water`);
      continue;
    }
    rows.push({ at, value: si, line });
    previous = at;
  }
  return {
    rows,
    problems,
    understood: { delimiter, timeColumns, valueColumn, header, dateOrder: order.order, unit },
    columns:
      options.valueColumn !== undefined || found.length < 2
        ? []
        : found.map((column) => ({
            column,
            header: header?.[column] ?? '',
            first: sample.slice(0, 4).map((l) => l.cells[column] ?? ''),
          })),
    ambiguousDates: order.ambiguous,
    skipped,
  };
}

/** The separator that gives most lines the same number (two or more) of fields. */
function guessDelimiter(text: string): string {
  const lines = text.split(/\r?\n/, 40).filter((l) => l.trim() !== '');
  let best = ',';
  let bestScore = -1;
  for (const d of [';', '\t', '|', ',']) {
    const counts = lines.map((l) => l.split(d).length);
    const common = counts.sort((a, b) => a - b)[counts.length >> 1] ?? 1;
    if (common < 2) continue;
    const score = counts.filter((n) => n === common).length - (d === ',' ? 0.5 : 0);
    if (score > bestScore) {
      best = d;
      bestScore = score;
    }
  }
  return best;
}

const ISO = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[T\s]+(.*))?$/;
const OTHER = /^(\d{1,2})[-/.](\d{1,2})[-/.](\d{2}|\d{4})(?:[T\s]+(.*))?$/;
const CLOCK = /^(\d{1,2})[:.](\d{2})(?:[:.](\d{2})(?:[.,]\d+)?)?\s*(am|pm)?\s*(z|[+-]\d{2}:?\d{2})?$/i;

type DateParts = { iso: boolean; a: number; b: number; c: number; rest: string };

function dateParts(text: string): DateParts | null {
  const iso = ISO.exec(text);
  if (iso) return { iso: true, a: Number(iso[1]), b: Number(iso[2]), c: Number(iso[3]), rest: iso[4] ?? '' };
  const other = OTHER.exec(text);
  if (!other) return null;
  const year = other[3]!.length === 2 ? 2000 + Number(other[3]) : Number(other[3]);
  return { iso: false, a: Number(other[1]), b: Number(other[2]), c: year, rest: other[4] ?? '' };
}

function findTimeColumns(rows: readonly string[][]): number[] {
  const width = Math.max(...rows.map((r) => r.length));
  for (let c = 0; c < width; c++) {
    const dated = rows.filter((r) => dateParts(r[c] ?? '') !== null);
    if (dated.length < rows.length / 2) continue;
    const withClock = dated.filter((r) => dateParts(r[c]!)!.rest !== '').length > dated.length / 2;
    if (!withClock && rows.filter((r) => CLOCK.test(r[c + 1] ?? '')).length > rows.length / 2) return [c, c + 1];
    return [c];
  }
  return [0];
}

/**
 * The line on which the data begin: the first with a date in a column that holds dates on most of the lines after it,
 * too. A date in a preamble ("exported on ...") begins nothing.
 */
function firstOfData(lines: readonly string[][]): number {
  const filled = (cells: readonly string[]) => cells.filter((c) => c !== '').length;
  const dated = (cells: readonly string[]) => cells.flatMap((c, i) => (dateParts(c) !== null ? [i] : []));
  for (let i = 0; i < lines.length; i++) {
    const columns = dated(lines[i]!);
    if (columns.length === 0) continue;
    const after = lines.slice(i, i + 20);
    const usual = after.map(filled).sort((a, b) => a - b)[after.length >> 1]!;
    // A line of a preamble has fewer fields than the data.
    if (filled(lines[i]!) < 0.7 * usual) continue;
    if (columns.some((c) => after.filter((l) => dateParts(l[c] ?? '') !== null).length > 0.6 * after.length)) return i;
  }
  return -1;
}

/** The headings: the last line before the data that has words in about as many columns; null where there is none. */
function headerBefore(before: readonly string[][], width: number): string[] | null {
  for (const cells of [...before].reverse().slice(0, 3)) {
    const words = cells.filter((c) => /\p{L}/u.test(c)).length;
    if (cells.length >= width - 1 && words >= Math.max(1, width / 2 - 1)) return [...cells];
  }
  return before.at(-1) ? [...before.at(-1)!] : null;
}

/** A running line number: whole, and next to always one more than on the line before. Not a measurement. */
function isRunning(values: readonly (number | null)[]): boolean {
  let [steps, ones] = [0, 0];
  for (let i = 1; i < values.length; i++) {
    const [a, b] = [values[i - 1], values[i]];
    if (a == null || b == null) continue;
    steps += 1;
    if (Number.isInteger(a) && b - a === 1) ones += 1;
  }
  return steps > 2 && ones >= 0.9 * steps;
}

/** Columns that could hold what is measured, the likeliest first: those headed as it alone, where there are any. */
function findValueColumns(
  rows: readonly string[][],
  time: readonly number[],
  header: readonly string[] | null,
  kind: (typeof sensorKinds)[SensorKind],
): number[] {
  // Temperatures may be written in Fahrenheit, and a broken probe writes nonsense now and then.
  const [low, high] = kind.word === 'temperature' ? [-100, 200] : [kind.low, kind.high];
  const width = Math.max(...rows.map((r) => r.length));
  const numbers = (c: number) => rows.map((r) => numberOf(r[c] ?? '')).filter((v): v is number => v !== null);
  const within = (v: number) => v >= low && v <= high;
  const named = (c: number) => kind.header.test(header?.[c] ?? '');
  // A column headed as something else that sensors measure is not this one.
  const foreign = (c: number) => !named(c) && Object.values(sensorKinds).some((k) => k.header.test(header?.[c] ?? ''));
  const candidates = Array.from({ length: width }, (_, c) => c).filter(
    (c) =>
      !time.includes(c) &&
      !foreign(c) &&
      numbers(c).length > rows.length / 2 &&
      !isRunning(rows.map((r) => numberOf(r[c] ?? ''))),
  );
  const own = candidates.filter((c) => named(c) && numbers(c).filter(within).length > rows.length / 2);
  return own.length > 0 ? own : candidates.filter((c) => numbers(c).every(within));
}

/** `8,4` and `8.4`, with or without a unit behind; null when it is no number. */
function numberOf(text: string): number | null {
  const m = /^([+-]?\d+(?:[.,]\d+)?)\s*(?:°?\s*[CF]|m?g\s*\/\s*l|l\s*\/\s*min|cm)?$/i.exec(text.replace('−', '-'));
  return m ? Number(m[1]!.replace(',', '.')) : null;
}

function unitOf(header: string, values: readonly string[]): 'C' | 'F' {
  return /°\s*F\b|fahrenheit|\bdeg\s*F\b|\(F\)/i.test(header) || values.some((v) => /\d\s*°?\s*F$/i.test(v))
    ? 'F'
    : 'C';
}

/** Day first or month first, from any date that can be read one way only. */
function dateOrderOf(
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

const SKIPPED = ' did not exist: the clocks went forward over it';

function instantOf(
  text: string,
  order: DateOrder,
  { timeZone, clock: runs }: LoggerOptions,
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
  if (clock[4]) hour = (hour % 12) + (clock[4].toLowerCase() === 'pm' ? 12 : 0);
  if (hour > 23 || minute > 59 || second > 59) return `“${p.rest}” is no time of day`;
  if (clock[5]) {
    const zone = clock[5].toUpperCase();
    const offset =
      zone === 'Z' ? 0 : (zone.startsWith('-') ? -1 : 1) * (Number(zone.slice(1, 3)) * 60 + Number(zone.slice(-2)));
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
