import { type HandKind, handKindIds, handKinds, hasScale } from '../water/handKinds';
import { type CsvLine, csvLines, findTimeColumns, firstOfData, headerBefore, numberOf } from './csvTable';
import { dateOrderOf, type FileClock, instantOf } from './csvTime';

export type HandFileRow = {
  line: number;
  at: number;
  /** Where it was measured, as the file names it. */
  place: string;
  kind: HandKind;
  /** In the unit of its kind; nitrogen as `scale` says. */
  value: number;
  /** What the file's headings say of the scale; null where they do not, or where there is none. */
  scale: 'N' | 'ion' | null;
};

export type HandFile = {
  rows: HandFileRow[];
  problems: { line: number; why: string }[];
  /** Kinds that were found, with the heading of each. */
  found: { kind: HandKind; heading: string }[];
  ambiguousDates: boolean;
};

/** How files head each kind. */
const HEADINGS: Record<HandKind, RegExp> = {
  oxygen: /oxygen|\bo[2₂]\b|\bdo\b/i,
  pH: /\bph\b/i,
  ammonia: /ammon|nh[34₃₄]|\btan\b/i,
  nitrite: /nitrit|no[2₂]/i,
  nitrate: /nitrat|no[3₃]/i,
  alkalinity: /alkalin|\bd?kh\b|carbonate hardness/i,
  carbonDioxide: /carbon dioxide|co[2₂]\b/i,
  chlorine: /chlorine|\bcl[2₂]\b/i,
  salinity: /salin|\bppt\b|\bpsu\b/i,
  turbidity: /turbid|\bntu\b/i,
  light: /\b(light|lux|illuminance)\b/i,
};

/** A degree of carbonate hardness as calcium carbonate, mg/L: 10 mg of calcium oxide a litre. */
const DEGREE_KH = (10 * 100.087) / 56.077;

const kindOf = (text: string): HandKind | null => handKindIds.find((k) => HEADINGS[k].test(text)) ?? null;

/** What a heading says of nitrogen: `NH4-N`, `as N`; `NH4+`, `as NO2-`. */
function scaleOf(kind: HandKind, text: string): 'N' | 'ion' | null {
  if (!hasScale(kind)) return null;
  if (/-\s*N\b|\bas N\b|\bN\)|\btan\b|mg\/L N\b/i.test(text)) return 'N';
  if (/[+⁺⁻]|\bion\b|(NO[23]|NH4)\s*-\s*(?!N)/.test(text)) return 'ion';
  return null;
}

/** So many of a heading's unit make one of the kind's. */
function factorOf(kind: HandKind, text: string): number {
  if (/[µu]g\s*\/\s*l|\bppb\b/i.test(text)) return 1e-3;
  if (kind === 'alkalinity' && /\bd?kh\b|°/i.test(text)) return DEGREE_KH;
  return 1;
}

type Column = { column: number; kind: HandKind; heading: string };

/**
 * Reads a photometer's or a meter's file: one column for each kind (`tank; time; NH4-N mg/L; pH`), or a line for each
 * figure with its parameter in a column. What parts the fields, the decimal mark, a preamble, the order of dates are told
 * as of a logger's file; values below what the device can tell (`<0.02`) are taken as half of it.
 * @param places names of units: the column in which they stand is where it was measured
 * @throws RangeError where no time, no place or no kind can be found
 */
export function parseHandFile(
  text: string,
  places: readonly string[],
  options: FileClock & { dateOrder?: 'dmy' | 'mdy' },
): HandFile {
  const { lines } = csvLines(text);
  if (lines.length === 0) throw new RangeError('the file is empty');
  const first = firstOfData(lines.map((l) => l.cells));
  if (first < 0) throw new RangeError('no column holds dates: each line needs a time, a tank, and a figure');
  const data = lines.slice(first);
  const header = headerBefore(
    lines.slice(0, first).map((l) => l.cells),
    data[0]!.cells.length,
  );
  const time = findTimeColumns(data.slice(0, 200).map((l) => l.cells));
  const place = placeColumn(data, time, places);
  if (place === null) throw new RangeError('no column holds names of tanks as they stand here');
  const width = Math.max(...data.map((l) => l.cells.length));
  const others = Array.from({ length: width }, (_, c) => c).filter((c) => c !== place && !time.includes(c));
  const wide: Column[] = others.flatMap((column) => {
    const heading = header?.[column] ?? '';
    const kind = kindOf(heading);
    return kind ? [{ column, kind, heading }] : [];
  });
  const parameter = others.find((c) => data.filter((l) => kindOf(l.cells[c] ?? '')).length > data.length / 2);
  const value = others.find(
    (c) => c !== parameter && data.filter((l) => figureOf(l.cells[c] ?? '') !== null).length > data.length / 2,
  );
  const long = parameter !== undefined && value !== undefined;
  if (!long && wide.length === 0)
    throw new RangeError(`no column is headed as one of ${handKindIds.map((k) => handKinds[k].word).join(', ')}`);
  const order = dateOrderOf(
    data.map((l) => l.cells[time[0]!] ?? ''),
    options.dateOrder,
  );
  const out: HandFile = { rows: [], problems: [], found: [], ambiguousDates: order.ambiguous };
  const found = new Map<HandKind, string>();
  let previous = Number.NEGATIVE_INFINITY;
  for (const { cells, line } of data) {
    const at = instantOf(time.map((c) => cells[c] ?? '').join(' '), order.order, options, previous);
    if (typeof at === 'string') {
      out.problems.push({ line, why: at });
      continue;
    }
    previous = at;
    const where = cells[place] ?? '';
    if (where === '') {
      out.problems.push({ line, why: 'no tank' });
      continue;
    }
    // A line's unit may stand in a column of its own.
    const figures: { kind: HandKind; heading: string; raw: string }[] = long
      ? [
          {
            kind: kindOf(cells[parameter] ?? '') as HandKind,
            heading: [
              cells[parameter],
              ...others.filter((c) => c !== parameter && c !== value).map((c) => cells[c]),
            ].join(' '),
            raw: cells[value] ?? '',
          },
        ]
      : wide.map((w) => ({ kind: w.kind, heading: w.heading, raw: cells[w.column] ?? '' }));
    for (const f of figures) {
      if (f.raw === '') continue;
      if (f.kind === null) {
        out.problems.push({ line, why: `“${cells[parameter!]}” is not measured here` });
        continue;
      }
      const read = figureOf(f.raw);
      if (read === null) {
        out.problems.push({ line, why: `“${f.raw}” is not a number` });
        continue;
      }
      const own = read * factorOf(f.kind, f.heading);
      const k = handKinds[f.kind];
      if (own < k.low || own > k.high) {
        out.problems.push({ line, why: `${f.raw} is no ${k.word} of water` });
        continue;
      }
      if (!found.has(f.kind)) found.set(f.kind, f.heading.trim());
      out.rows.push({ line, at, place: where, kind: f.kind, value: own, scale: scaleOf(f.kind, f.heading) });
    }
  }
  out.found = [...found].map(([kind, heading]) => ({ kind, heading }));
  return out;
}

/** The column in which most cells are names of units. */
function placeColumn(data: readonly CsvLine[], time: readonly number[], places: readonly string[]): number | null {
  const names = new Set(places.map((p) => p.toLowerCase()));
  const width = Math.max(...data.map((l) => l.cells.length));
  const hits = Array.from({ length: width }, (_, c) =>
    time.includes(c) ? 0 : data.filter((l) => names.has((l.cells[c] ?? '').toLowerCase())).length,
  );
  const best = Math.max(...hits);
  // A walk may have a tank that is not known here; a column without any is none.
  return best > 0 && best >= data.length / 3 ? hits.indexOf(best) : null;
}

/** A figure; below what the device can tell, half of that. */
function figureOf(text: string): number | null {
  const below = /^<\s*(.+)$/.exec(text);
  const n = numberOf(below ? below[1]! : text);
  return n === null ? null : below ? n / 2 : n;
}
