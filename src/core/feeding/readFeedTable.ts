import Papa from 'papaparse';
import { parseMeasure, parseNumber, toBase } from '../quantities/measure';

export type FeedTableFile =
  | { ok: true; celsius: number[]; rows: { massG: number; percent: number[] }[]; fahrenheit: boolean }
  | { ok: false; line: number; text: string; why: string };

const wrong = (line: number, text: string, why: string): FeedTableFile => ({ ok: false, line, text, why });

/** A temperature as it heads a column: “10”, “10 °C”, “50 F”. */
function warmthOf(cell: string, locale: string): { value: number; fahrenheit: boolean } | null {
  const m = /^(-?[\d.,]+)\s*°?\s*(c|f|celsius|fahrenheit)?$/i.exec(cell.trim());
  const n = m && parseNumber(m[1]!, locale);
  return m && n?.ok ? { value: n.value, fahrenheit: /^f/i.test(m[2] ?? '') } : null;
}

/**
 * Reads a table of rations as makers print them: the temperatures in one line, below it a mass and a share of the body
 * mass a day, %, for each of them. What stands above that line (a title, a date) is passed over.
 * @param locale of the figures: which mark is the decimal one
 */
export function readFeedTable(text: string, locale: string): FeedTableFile {
  const lines = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), { skipEmptyLines: false }).data.map((r) =>
    r.map((c) => c.trim()),
  );
  const heads = lines.findIndex(
    (r) => r.length > 1 && r.slice(1).every((c) => c === '' || warmthOf(c, locale)) && r.slice(1).some((c) => c !== ''),
  );
  if (heads < 0)
    return wrong(
      1,
      '',
      'no line of temperatures was found: the first column is the mass, the others 6, 8, 10 °C and so on',
    );
  const head = lines[heads]!;
  const warmths = head.slice(1).flatMap((c) => (c === '' ? [] : [warmthOf(c, locale)!]));
  const fahrenheit = warmths.some((w) => w.fahrenheit) || /(^|\W)°?\s*f(ahrenheit)?\b/i.test(head[0]!);
  const inGrams = /\b(g|kg|lb|oz)\b/i.exec(head[0]!)?.[1]?.toLowerCase() ?? 'g';
  const rows: { massG: number; percent: number[] }[] = [];
  for (const [i, r] of lines.entries()) {
    if (i <= heads || r.every((c) => c === '')) continue;
    const at = i + 1;
    const mass = parseMeasure(r[0]!, 'mass', inGrams, locale);
    if (!mass.ok) return wrong(at, r[0]!, `the mass cannot be read: ${mass.message}`);
    if (mass.value <= 0) return wrong(at, r[0]!, 'the mass must be above 0');
    const percent: number[] = [];
    for (const [k, cell] of r.slice(1, 1 + warmths.length).entries()) {
      const n = parseNumber(cell.replace(/%$/, '').trim(), locale);
      if (!n.ok)
        return wrong(at, cell, `the share at ${head[k + 1]} cannot be read: every mass needs one at every temperature`);
      if (n.value < 0 || n.value > 100) return wrong(at, cell, 'a share of the body mass lies between 0 and 100 %');
      percent.push(n.value);
    }
    if (percent.length < warmths.length)
      return wrong(at, r.join(', '), `has ${percent.length} shares for ${warmths.length} temperatures`);
    rows.push({ massG: mass.value, percent });
  }
  if (rows.length === 0) return wrong(heads + 1, '', 'no line with a mass stands below the temperatures');
  const celsius = warmths.map((w) => (fahrenheit ? toBase(w.value, 'temperature', 'F') : w.value));
  const repeated = rows.findIndex((r, i) => i > 0 && r.massG <= rows[i - 1]!.massG);
  if (repeated >= 0)
    return wrong(heads + 2 + repeated, String(rows[repeated]!.massG), 'masses must rise from line to line, each once');
  if (celsius.some((c, i) => i > 0 && c <= celsius[i - 1]!))
    return wrong(heads + 1, head.join(', '), 'temperatures must rise from column to column, each once');
  return { ok: true, celsius, rows, fahrenheit };
}

/** The table as a file of the same form. */
export function writeFeedTable(t: {
  celsius: readonly number[];
  rows: readonly { massG: number; percent: readonly number[] }[];
}) {
  return Papa.unparse([['g', ...t.celsius.map((c) => `${c} °C`)], ...t.rows.map((r) => [r.massG, ...r.percent])]);
}
