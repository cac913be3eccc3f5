import type { Mark } from './format';

/**
 * What people type into measure fields: a number in the field's shown unit, or with units of their own, also several
 * (`1 lb 3 oz`). Everything inside is SI: mL, g, mm, °C, L/min.
 */
export type Dimension = 'volume' | 'mass' | 'length' | 'temperature' | 'flow';
export type System = 'metric' | 'us';

type Unit = { names: readonly string[]; factor: number; offset?: number };

/** Factors to the base unit: exact by definition (international yard and pound 1959; US liquid gallon 231 cubic inches). */
const units: Record<Dimension, readonly Unit[]> = {
  volume: [
    { names: ['ml', 'mls', 'cc', 'cm3'], factor: 1 },
    { names: ['l', 'lt', 'ltr', 'litre', 'litres', 'liter', 'liters', 'dm3'], factor: 1000 },
    { names: ['dl'], factor: 100 },
    { names: ['m3'], factor: 1e6 },
    { names: ['gal', 'gallon', 'gallons'], factor: 3785.411784 },
    { names: ['qt', 'quart', 'quarts'], factor: 946.352946 },
    { names: ['pt', 'pint', 'pints'], factor: 473.176473 },
    { names: ['floz', 'fl.oz', 'fl oz'], factor: 29.5735295625 },
  ],
  mass: [
    { names: ['g', 'gr', 'gram', 'grams'], factor: 1 },
    { names: ['kg', 'kgs', 'kilo', 'kilos'], factor: 1000 },
    { names: ['mg'], factor: 0.001 },
    { names: ['t'], factor: 1e6 },
    { names: ['lb', 'lbs', 'pound', 'pounds'], factor: 453.59237 },
    { names: ['oz', 'ounce', 'ounces'], factor: 28.349523125 },
  ],
  length: [
    { names: ['mm'], factor: 1 },
    { names: ['cm'], factor: 10 },
    { names: ['m'], factor: 1000 },
    { names: ['in', 'inch', 'inches', '"'], factor: 25.4 },
    { names: ['ft', 'foot', 'feet', "'"], factor: 304.8 },
  ],
  temperature: [
    { names: ['c', '°c', 'celsius'], factor: 1 },
    { names: ['f', '°f', 'fahrenheit'], factor: 5 / 9, offset: -32 },
  ],
  flow: [
    { names: ['l/min', 'lpm', 'l/m'], factor: 1 },
    { names: ['l/s'], factor: 60 },
    { names: ['l/h'], factor: 1 / 60 },
    { names: ['gpm', 'gal/min'], factor: 3.785411784 },
  ],
};

export type ParsedMeasure =
  | { ok: true; value: number }
  | {
      ok: false;
      code: 'empty' | 'number' | 'unit' | 'ambiguous';
      message: string;
      readings?: { text: string; value: number }[];
    };

type Marks = { decimal: Mark; group: string };
const knownMarks = new Map<string, Marks>();
/**
 * Decimal and grouping marks of a locale. `en-GB`: `.` and `,`; `de-DE`: `,` and `.`; `fr-FR` and `sv-SE`: `,` and a
 * space.
 */
function marks(locale: string): Marks {
  // Asking the browser takes some 40 ms the first time: too long between two keys.
  const known = knownMarks.get(locale);
  if (known) return known;
  const parts = new Intl.NumberFormat(locale).formatToParts(12345.6);
  const decimal = parts.find((p) => p.type === 'decimal')?.value === ',' ? ',' : '.';
  const found: Marks = { decimal, group: parts.find((p) => p.type === 'group')?.value ?? ' ' };
  knownMarks.set(locale, found);
  return found;
}

/** The mark before the decimals in a locale. */
export const markOf = (locale: string): Mark => marks(locale).decimal;

/**
 * A plain number as typed. The locale decides what `1,200` and `1.200` mean. A mark that the locale uses for grouping
 * but that does not stand as grouping marks stand (`1.25` in German) is read as a decimal; where a text is valid both
 * ways and the locale uses neither mark so (`1.200` in French), the answer is ambiguous and the user is asked.
 */
export function parseNumber(text: string, locale: string): ParsedMeasure {
  const t = text
    .trim()
    .replace('−', '-')
    .replace(/[\s\u2009\u00a0\u202f'’_]/g, '');
  if (t === '') return { ok: false, code: 'empty', message: 'is empty' };
  if (!/^[+-]?[\d.,]*\d[.,]?$/.test(t) || !/\d/.test(t))
    return { ok: false, code: 'number', message: `“${text.trim()}” is not a number` };
  const plain = /^[+-]?\d+$/;
  if (plain.test(t)) return { ok: true, value: Number(t) };
  const { decimal, group } = marks(locale);
  const other = decimal === '.' ? ',' : '.';
  const grouped = (mark: string) => new RegExp(`^[+-]?\\d{1,3}(\\${mark}\\d{3})+$`);
  const commas = t.split(',').length - 1;
  const points = t.split('.').length - 1;
  if (commas > 0 && points > 0) {
    // Both marks: the last one is the decimal, and must stand once, behind proper groups.
    const last = t.lastIndexOf(',') > t.lastIndexOf('.') ? ',' : '.';
    const first = last === ',' ? '.' : ',';
    const [whole, fraction] = [t.slice(0, t.lastIndexOf(last)), t.slice(t.lastIndexOf(last) + 1)];
    if (!grouped(first).test(whole) || !/^\d*$/.test(fraction) || whole.includes(last))
      return { ok: false, code: 'number', message: `“${text.trim()}” is not a number` };
    return { ok: true, value: Number(`${whole.replaceAll(first, '')}.${fraction}`) };
  }
  const mark = commas > 0 ? ',' : '.';
  const count = commas + points;
  const asGroups = grouped(mark).test(t) ? Number(t.replaceAll(mark, '')) : null;
  const asDecimal = count === 1 ? Number(t.replace(mark, '.')) : null;
  if (asGroups === null && asDecimal === null)
    return { ok: false, code: 'number', message: `“${text.trim()}” is not a number` };
  if (asGroups === null) return { ok: true, value: asDecimal! };
  if (asDecimal === null) return { ok: true, value: asGroups };
  if (mark === decimal) return { ok: true, value: asDecimal };
  if (mark === group || (mark === other && group === other)) return { ok: true, value: asGroups };
  return {
    ok: false,
    code: 'ambiguous',
    message: `“${text.trim()}” can be read two ways`,
    readings: [
      { text: String(asDecimal), value: asDecimal },
      { text: String(asGroups), value: asGroups },
    ],
  };
}

/**
 * A measure as typed, in the base unit (mL, g, mm, °C, L/min).
 * @param shown the unit that a bare number is in
 * @example parseMeasure('2.5 qt', 'volume', 'L', 'en-GB') // 2365.88 mL
 * @example parseMeasure('1 lb 3 oz', 'mass', 'g', 'en-US') // 538.6 g
 */
export function parseMeasure(text: string, dimension: Dimension, shown: string, locale: string): ParsedMeasure {
  // m³ is m3, and full-width figures are figures.
  const t = text.normalize('NFKC').trim();
  if (t === '') return { ok: false, code: 'empty', message: 'is empty' };
  const parts = [
    ...t.matchAll(/([+\-−]?[\d.,\s\u2009\u00a0\u202f]*\d[.,]?)\s*([cd]?m3(?!\d)|[^\d\s.,+\-−][^\d,+\-−]*)?/gi),
  ];
  const covered = parts.reduce((n, p) => n + p[0].length, 0);
  if (parts.length === 0 || covered < t.replace(/\s+$/, '').length - parts.length)
    return { ok: false, code: 'number', message: `“${t}” is not a number` };
  let total = 0;
  const readings: { text: string; value: number }[][] = [];
  for (const [i, p] of parts.entries()) {
    const name = (p[2] ?? '').trim().toLowerCase().replace(/\.$/, '');
    if (name === '' && parts.length > 1)
      return { ok: false, code: 'unit', message: `“${t}”: which unit is ${p[1]!.trim()} in?` };
    const unit = unitOf(dimension, name === '' ? shown : name);
    if (!unit)
      return {
        ok: false,
        code: 'unit',
        message: `“${(p[2] ?? '').trim()}” is no unit of ${dimension}; try ${units[dimension].map((u) => u.names[0]).join(', ')}`,
      };
    const n = parseNumber(p[1]!, locale);
    if (!n.ok) {
      if (n.code !== 'ambiguous' || parts.length > 1) return n;
      readings.push(n.readings!.map((r) => ({ text: `${r.text} ${name || shown}`, value: based(r.value, unit) })));
      continue;
    }
    if (i > 0 && unit.offset) return { ok: false, code: 'unit', message: `“${t}” is not a temperature` };
    total += based(n.value, unit);
  }
  if (readings.length > 0)
    return { ok: false, code: 'ambiguous', message: `“${t}” can be read two ways`, readings: readings[0]! };
  return { ok: true, value: total };
}

const based = (v: number, u: Unit) => (v + (u.offset ?? 0)) * u.factor;

function unitOf(dimension: Dimension, name: string): Unit | undefined {
  return units[dimension].find((u) => u.names.includes(name.toLowerCase()));
}

/** The unit in which a measure of this size is shown to a user of a system. */
export function shownUnit(dimension: Dimension, system: System, base: number): string {
  const metric = system === 'metric';
  switch (dimension) {
    case 'volume':
      return metric ? (base >= 1000 ? 'L' : 'mL') : base >= 3785 ? 'gal' : base >= 946 ? 'qt' : 'fl oz';
    case 'mass':
      return metric ? (base >= 1000 ? 'kg' : base < 0.1 ? 'mg' : 'g') : base >= 453.6 ? 'lb' : base < 1 ? 'g' : 'oz';
    case 'length':
      return metric ? 'mm' : 'in';
    case 'temperature':
      return metric ? '°C' : '°F';
    case 'flow':
      return metric ? 'L/min' : 'gpm';
  }
}

/** From the base unit to another. */
export function fromBase(base: number, dimension: Dimension, unit: string): number {
  const u = unitOf(dimension, unit);
  if (!u) throw new RangeError(`${unit} is no unit of ${dimension}`);
  return base / u.factor - (u.offset ?? 0);
}

/** To the base unit from another. @throws RangeError for a unit that the dimension does not have */
export function toBase(value: number, dimension: Dimension, unit: string): number {
  const u = unitOf(dimension, unit);
  if (!u) throw new RangeError(`${unit} is no unit of ${dimension}`);
  return based(value, u);
}
