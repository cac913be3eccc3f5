import { figures } from '@/core/quantities/format';

/** Parts of keys that are units, as they are written. */
const UNITS: Readonly<Record<string, string>> = {
  G: 'g',
  Gram: 'g',
  Grams: 'g',
  Kg: 'kg',
  Mg: 'mg',
  Lb: 'lb',
  L: 'L',
  Ml: 'mL',
  M: 'm',
  Cm: 'cm',
  Mm: 'mm',
  Cm2: 'cm²',
  M2: 'm²',
  M3: 'm³',
  Ha: 'ha',
  Celsius: '°C',
  Kpa: 'kPa',
  Ppt: 'ppt',
  Ppm: 'ppm',
  Ntu: 'NTU',
  Kw: 'kW',
  Kwh: 'kWh',
  Watt: 'W',
  Kelvin: 'K',
  Percent: '%',
};
/** What stands below the line alone: "5 days" is said in words, "g/day" is a unit. */
const BELOW: Readonly<Record<string, string>> = { ...UNITS, S: 's', Min: 'min', Hour: 'h', Day: 'day', Week: 'week' };

/** Parts of keys that the trade writes otherwise than in small letters. */
const WRITTEN: Readonly<Record<string, string>> = {
  ph: 'pH',
  nh3: 'NH₃',
  tan: 'total ammonia (TAN)',
  bic: 'BIC',
  cv: 'CV',
  sd: 'standard deviation',
};

/** Keys that are no words, or none that say enough: the word, and the unit where it is not that of the key's end. */
const NAMES: Readonly<Record<string, readonly [word: string, unit?: string]>> = {
  tgc: ['growth coefficient (TGC)'],
  tgcCv: ['growth coefficient, CV'],
  priorCv: ['CV known from before'],
  at: ['time'],
  id: ['name'],
  n: ['how many were measured'],
  k: ['condition factor'],
  celsius: ['temperature', '°C'],
  perMl: ['density', 'per mL'],
  perHourKg: ['each hour', 'kg'],
  percentPerDay: ['share of their mass', '%/day'],
  gramsPerDay: ['feed', 'g/day'],
  spermPerMlBillion: ['sperm', 'billion per mL'],
  densityIndexKgPerM3PerCm: ['density index', 'kg/m³ a cm'],
  flowIndexKgPerLMinPerCm: ['flow index', 'kg per L/min a cm'],
  minutesFor95: ['minutes for 95 %'],
  mL: ['mL', ''],
  gTanPerM2Day: ['ammonia removed, as nitrogen', 'g/(m²·day)'],
  of100: ['of 100'],
  ntuPerGPerL: ['NTU per g/L', ''],
  meanOffspringF: ['mean inbreeding of the offspring'],
  maxOffspringF: ['most inbreeding of the offspring'],
  randomOffspringF: ['inbreeding of the offspring, mated at random'],
};

/** A key of the contract as it is read, with the unit in which its figure stands. */
function read(key: string): { word: string; unit: string } {
  const dot = /^[a-z]\w*\./.test(key) ? key.indexOf('.') : -1;
  if (dot > 0) return { word: `${words(key.slice(0, dot))}: ${words(key.slice(dot + 1))}`, unit: '' };
  const [, base, nth] = /^(.*?)( \d+)?$/.exec(key)!;
  const named = NAMES[base!];
  // What somebody named (a fish, a tank) is no key, and stays as it is.
  const parts = /^[a-z][A-Za-z0-9]*$/.test(base!)
    ? base!.match(/PH|pH|nh3|[MC]m?[23]|[A-Z]?[a-z]+|[A-Z](?![a-z])|\d+/g)!.map((p) => p[0]!.toUpperCase() + p.slice(1))
    : null;
  if (named?.[1] !== undefined || !parts) return { word: `${named?.[0] ?? base}${nth ?? ''}`, unit: named?.[1] ?? '' };
  const { rest, unit } = cutUnit(parts);
  const word = named?.[0] ?? (rest.length > 0 ? sentence(rest) : unit);
  return { word: `${word}${nth ?? ''}`, unit: rest.length > 0 ? unit : '' };
}

/** A key's parts without the unit at their end; "eggs per L" ends with none, for a number of eggs stands above the line. */
function cutUnit(parts: readonly string[]): { rest: readonly string[]; unit: string } {
  const from = parts.findIndex((p, i) => UNITS[p] !== undefined && tail(parts.slice(i)) !== null);
  const cut = from >= 0 && !parts.slice(0, from).includes('Per');
  return cut ? { rest: parts.slice(0, from), unit: tail(parts.slice(from))! } : { rest: parts, unit: '' };
}

/** "Mg", "Per", "Kg", "Hour" as mg/(kg·h); null where it is no unit. */
function tail([first, per, ...below]: readonly string[]): string | null {
  if (per === undefined) return UNITS[first!] ?? null;
  const under = below.map((b) => BELOW[b]);
  if (per !== 'Per' || under.length === 0 || under.includes(undefined)) return null;
  return `${UNITS[first!]}/${under.length > 1 ? `(${under.join('·')})` : under[0]}`;
}

function sentence(parts: readonly string[]): string {
  const said = parts.map((p) => (parts.includes('Per') && UNITS[p]) || WRITTEN[p.toLowerCase()] || p.toLowerCase());
  const spread = /^(Sd|Cv)$/.test(parts.at(-1)!) && parts.length > 1 ? said.pop() : undefined;
  return said.join(' ') + (spread ? `, ${spread}` : '');
}

export const unitFor = (key: string): string => read(key).unit;
/** @example words('bucketSdG') // "bucket, standard deviation" */
export const words = (key: string): string => read(key).word;

/**
 * A count in a litre as it is said in US measures; null for all else.
 * @example perOunce('eggsPerL', 9100) // "269 a fl oz, 8 612 a qt"
 */
export const perOunce = (key: string, value: number): string | null =>
  /[a-z]PerL$/.test(key) && unitFor(key) === ''
    ? `${figures(value * 0.0295735295625, 3)} a fl oz, ${figures(value * 0.946352946, 3)} a qt`
    : null;
