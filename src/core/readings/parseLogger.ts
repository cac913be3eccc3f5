import { csvLines, findTimeColumns, firstOfData, headerBefore, numberOf } from './csvTable';
import { type DateOrder, dateOrderOf, type FileClock, instantOf, SKIPPED } from './csvTime';
import { type SensorKind, sensorKinds } from './sensorKinds';

export type LoggerRow = { at: number; value: number; line: number };
export type LoggerProblem = { line: number; text: string; why: string };
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

export type LoggerOptions = FileClock & {
  /** What the sensor measures; temperature unless said. */
  kind?: SensorKind;
  dateOrder?: 'dmy' | 'mdy';
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
  const { delimiter, lines } = csvLines(text);
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

function unitOf(header: string, values: readonly string[]): 'C' | 'F' {
  return /°\s*F\b|fahrenheit|\bdeg\s*F\b|\(F\)/i.test(header) || values.some((v) => /\d\s*°?\s*F$/i.test(v))
    ? 'F'
    : 'C';
}
