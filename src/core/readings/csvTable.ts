import Papa from 'papaparse';
import { CLOCK, dateParts } from './csvTime';

export type CsvLine = { cells: string[]; line: number };

/** Lines of a CSV with their numbers, whatever parts its fields; empty ones left out. */
export function csvLines(text: string): { delimiter: string; lines: CsvLine[] } {
  const clean = text.charCodeAt(0) === 0xfeff ? text.slice(1) : text;
  const delimiter = guessDelimiter(clean);
  const parsed = Papa.parse<string[]>(clean, { delimiter, skipEmptyLines: false });
  return {
    delimiter,
    lines: parsed.data
      .map((cells, i) => ({ cells: cells.map((c) => c.trim()), line: i + 1 }))
      .filter((l) => l.cells.some((c) => c !== '')),
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

/** The column of dates, and that of times where they stand apart. */
export function findTimeColumns(rows: readonly string[][]): number[] {
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
export function firstOfData(lines: readonly string[][]): number {
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
export function headerBefore(before: readonly string[][], width: number): string[] | null {
  for (const cells of [...before].reverse().slice(0, 3)) {
    const words = cells.filter((c) => /\p{L}/u.test(c)).length;
    if (cells.length >= width - 1 && words >= Math.max(1, width / 2 - 1)) return [...cells];
  }
  return before.at(-1) ? [...before.at(-1)!] : null;
}

/** `8,4` and `8.4`, with or without a unit behind; null when it is no number. */
export function numberOf(text: string): number | null {
  const m = /^([+-]?\d+(?:[.,]\d+)?)\s*(?:°?\s*[CF]|m?g\s*\/\s*l|l\s*\/\s*min|cm)?$/i.exec(text.replace('−', '-'));
  return m ? Number(m[1]!.replace(',', '.')) : null;
}
