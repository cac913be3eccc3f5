import Papa from 'papaparse';
import { z } from 'zod';
import { plain } from '../quantities/format';
import { parseMeasure, parseNumber } from '../quantities/measure';

export const sexes = ['female', 'male', 'unknown'] as const;
export type Sex = (typeof sexes)[number];
export const sources = ['captive', 'wild', 'bought', 'unknown'] as const;
export type FishSource = (typeof sources)[number];

/** One brood fish of a file. What its cell left empty is absent, and stays as it is for a fish that is known. */
export type FishRow = {
  line: number;
  tag: string;
  sex?: Sex;
  strain?: string;
  source?: FishSource;
  origin?: string;
  /** yyyy-mm-dd */
  cameOn?: string;
  yearClass?: number;
  sire?: string;
  dam?: string;
  marks?: string;
  massG?: number;
  lengthMm?: number;
  unit?: string;
};
export type FishProblem = { line: number; column: string; text: string; why: string };
export type FishFile = {
  rows: FishRow[];
  problems: FishProblem[];
  /** Headers that were understood, and those that nothing is done with. */
  columns: string[];
  ignored: string[];
};

const field = {
  tag: /^(tag|id|fish|animal)$/,
  sex: /^(sex|gender)$/,
  strain: /^(strain|stock|line)$/,
  source: /^source$/,
  origin: /^(origin|place|water)$/,
  cameOn: /^(came( on)?|caught( on)?|date|arrived)$/,
  yearClass: /^(year ?class|year|hatched|born)$/,
  sire: /^(sire|father)$/,
  dam: /^(dam|mother)$/,
  marks: /^(marks?|other tags?|clip)$/,
  mass: /^(mass|weight)( ?(g|kg|lb|oz))?$/,
  length: /^length( ?(mm|cm|in))?$/,
  unit: /^(unit|tank|stands in)$/,
} as const;
type Column = keyof typeof field;

const sexWords: Record<string, Sex> = { f: 'female', female: 'female', m: 'male', male: 'male', '?': 'unknown' };

export type FishOptions = {
  locale: string;
  /** Fish of the species that are known already. */
  known: ReadonlyMap<string, Sex>;
  /** Names of the units there are. */
  units: ReadonlySet<string>;
  /** Between which masses adults of the species lie, grams: tells the unit of bare numbers. */
  massG?: { low: number; high: number };
  /** The present year, for year classes and dates that have not come yet. */
  thisYear: number;
};

/**
 * Reads a list of brood fish: a header, one fish a line; any of `, ; tab` between cells. Mass and length may carry their
 * unit in the header (`mass kg`) or in the cell (`2.4 kg`); a bare length is in millimetres, a bare mass in the unit in which
 * fish of this species can weigh that, and where it could be two it is asked for.
 *
 * Nothing is guessed in silence: every cell that cannot be read is a problem with its line, and a tag that stands twice,
 * a parent of the wrong sex, or a unit that does not exist is one too.
 * @throws RangeError when the file has no header with a column of tags
 */
export function parseFish(text: string, o: FishOptions): FishFile {
  const clean = text.charCodeAt(0) === 0xfeff ? text.slice(1) : text;
  const parsed = Papa.parse<string[]>(clean, { skipEmptyLines: 'greedy', delimitersToGuess: [',', ';', '\t', '|'] });
  const [header, ...body] = parsed.data.map((cells) => cells.map((c) => c.trim()));
  const heads = (header ?? []).map((h) =>
    h
      .toLowerCase()
      .replace(/[_,()]+/g, ' ')
      .replace(/\s+/g, ' ')
      .trim(),
  );
  const at = new Map<Column, number>();
  for (const [name, pattern] of Object.entries(field) as [Column, RegExp][]) {
    const i = heads.findIndex((h) => pattern.test(h));
    if (i >= 0) at.set(name, i);
  }
  if (!at.has('tag'))
    throw new RangeError(
      'the file needs a header line with a column “tag”; others are sex, strain, origin, sire, dam …',
    );
  const used = new Set(at.values());
  const file: FishFile = {
    rows: [],
    problems: [],
    columns: [...used].sort((a, b) => a - b).map((i) => header![i]!),
    ignored: (header ?? []).filter((h, i) => h !== '' && !used.has(i)),
  };
  const massUnit = unitOfMasses(
    body.map((cells) => cells[at.get('mass') ?? -1] ?? ''),
    o,
  );
  body.forEach((cells, i) => {
    const line = i + 2;
    const cell = (c: Column) => cells[at.get(c) ?? -1] ?? '';
    const row = readRow(line, cell, (c) => heads[at.get(c) ?? -1] ?? '', o, massUnit, file.problems);
    if (row) file.rows.push(row);
  });
  file.problems.push(...between(file.rows, o));
  file.problems.sort((a, b) => a.line - b.line);
  return file;
}

function readRow(
  line: number,
  cell: (c: Column) => string,
  head: (c: Column) => string,
  o: FishOptions,
  massUnit: 'g' | 'kg' | null,
  problems: FishProblem[],
): FishRow | null {
  const wrong = (column: Column, why: string): undefined => {
    problems.push({ line, column, text: cell(column), why });
  };
  const tag = cell('tag');
  if (!tag) {
    wrong('tag', 'has no tag');
    return null;
  }
  const text = (column: Column, most: number): string | undefined =>
    cell(column).length > most ? wrong(column, `is longer than ${plain(most)} signs`) : cell(column) || undefined;
  const sexCell = cell('sex').toLowerCase();
  const sex = sexCell === '' ? undefined : (sexWords[sexCell] ?? (sexCell === 'unknown' ? 'unknown' : undefined));
  if (sexCell !== '' && sex === undefined) wrong('sex', 'is no sex: f, m or unknown');
  const source = cell('source').toLowerCase();
  if (source && !(sources as readonly string[]).includes(source))
    wrong('source', 'is captive, wild, bought or unknown');
  const cameOn = cell('cameOn');
  if (cameOn && !z.iso.date().safeParse(cameOn).success) wrong('cameOn', 'is no date like 2031-04-12');
  else if (cameOn && Number(cameOn.slice(0, 4)) > o.thisYear) wrong('cameOn', 'has not come yet');
  const measure = (column: 'mass' | 'length', bare: string | null) => {
    const c = cell(column);
    if (!c) return undefined;
    const shown = /\b(g|kg|lb|oz|mm|cm|in)$/.exec(head(column))?.[1] ?? bare;
    if (shown === null)
      return /[a-z]$/i.test(c)
        ? readMeasure(column, c, 'g')
        : wrong(column, 'could be grams or kilograms: head the column “mass g” or “mass kg”');
    return readMeasure(column, c, shown);
  };
  const readMeasure = (column: 'mass' | 'length', c: string, shown: string) => {
    const p = parseMeasure(c, column, shown, o.locale);
    // The cell stands beside it.
    if (!p.ok) return wrong(column, p.message.replace(/^“.*?” /, ''));
    if (!(p.value > 0)) return wrong(column, 'must be above 0');
    if (column === 'mass' && o.massG && p.value > o.massG.high)
      return wrong(
        column,
        `is ${plain(Number((p.value / 1000).toPrecision(3)))} kg: no fish of this species weighs that`,
      );
    return p.value;
  };
  const unit = cell('unit');
  if (unit && !o.units.has(unit)) wrong('unit', 'is no unit here');
  if (tag.length > 40) wrong('tag', 'is longer than 40 signs');
  return {
    line,
    tag,
    sex,
    strain: text('strain', 60),
    source: (source || undefined) as FishSource | undefined,
    origin: text('origin', 120),
    cameOn: cameOn || undefined,
    yearClass: yearOf(cell('yearClass'), o, (why) => wrong('yearClass', why)),
    sire: text('sire', 40),
    dam: text('dam', 40),
    marks: text('marks', 200),
    massG: measure('mass', massUnit),
    lengthMm: measure('length', 'mm'),
    unit: unit || undefined,
  };
}

/** In which unit bare masses can be meant, by their middle: null where grams and kilograms both could be. */
function unitOfMasses(cells: readonly string[], o: FishOptions): 'g' | 'kg' | null {
  const bare = cells
    .flatMap((c) => {
      const p = parseNumber(c, o.locale);
      return c !== '' && p.ok && p.value > 0 ? [p.value] : [];
    })
    .sort((a, b) => a - b);
  if (bare.length === 0 || !o.massG) return 'g';
  const middle = bare[bare.length >> 1]!;
  const fits = (g: number) => g >= o.massG!.low && g <= o.massG!.high;
  const [grams, kilograms] = [fits(middle), fits(1000 * middle)];
  return grams && kilograms ? null : kilograms ? 'kg' : 'g';
}

function yearOf(cell: string, o: FishOptions, wrong: (why: string) => undefined): number | undefined {
  if (!cell) return undefined;
  const p = parseNumber(cell, o.locale);
  const year = p.ok ? p.value : Number.NaN;
  return Number.isInteger(year) && year >= 1950 && year <= o.thisYear
    ? year
    : wrong(`is no year from 1950 to ${o.thisYear}`);
}

/** What is wrong between rows, or with what is known: tags twice, parents of the wrong sex, a sex that changes. */
function between(rows: readonly FishRow[], o: FishOptions): FishProblem[] {
  const problems: FishProblem[] = [];
  const first = new Map<string, number>();
  const sexOf = new Map<string, Sex>(o.known);
  for (const r of rows) {
    const before = o.known.get(r.tag);
    if (first.has(r.tag))
      problems.push({ line: r.line, column: 'tag', text: r.tag, why: `stands on line ${first.get(r.tag)} too` });
    else first.set(r.tag, r.line);
    if (r.sex && before && before !== 'unknown' && r.sex !== 'unknown' && before !== r.sex)
      problems.push({ line: r.line, column: 'sex', text: r.sex, why: `is known here as a ${before}` });
    if (r.sex && r.sex !== 'unknown') sexOf.set(r.tag, r.sex);
  }
  const role = new Map<string, Sex>();
  for (const r of rows)
    for (const [column, sex] of [
      ['sire', 'male'],
      ['dam', 'female'],
    ] as const) {
      const parent = r[column];
      if (!parent) continue;
      const known = sexOf.get(parent);
      if (parent === r.tag) problems.push({ line: r.line, column, text: parent, why: 'is the fish itself' });
      else if ((known && known !== 'unknown' && known !== sex) || (role.get(parent) ?? sex) !== sex)
        problems.push({ line: r.line, column, text: parent, why: `is no ${sex} by its other lines or by the books` });
      else role.set(parent, sex);
    }
  return problems;
}
