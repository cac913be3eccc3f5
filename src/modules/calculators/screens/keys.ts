import { figures } from '@/core/quantities/format';

/** Keys of inputs and outputs as words, with the unit that they carry. */
const UNITS: readonly [end: RegExp, unit: string][] = [
  [/KgPerM3PerCm$/, 'kg/m³ a cm'],
  [/KgPerLMinPerCm$/, 'kg per L/min a cm'],
  [/LPerMin$/, 'L/min'],
  [/MgPerKgHour$/, 'mg/kg an hour'],
  [/MgPerGFeed$/, 'mg/g of feed'],
  [/MgPerL$/, 'mg/L'],
  [/[pP]ercentPerDay$/, '%/day'],
  [/[gG]ramsPerDay$/, 'g/day'],
  [/PerMl$|^perMl$/, 'per mL'],
  [/Ml$/, 'mL'],
  [/Mm$/, 'mm'],
  [/Celsius$|^celsius$/, '°C'],
  [/Kg$/, 'kg'],
  [/(?<=[a-z])G$/, 'g'],
  [/Kpa$/, 'kPa'],
  [/Ppt$/, 'ppt'],
  [/(?<=[a-z])L$/, 'L'],
  [/(?<=[a-z])M$/, 'm'],
];
/** Ends that are said as the words that they are, not cut off. */
const SAID = /^(celsius|perMl|percentPerDay|gramsPerDay)$/;
/** Keys that are no words. */
const NAMES: Readonly<Record<string, string>> = {
  tgc: 'growth coefficient (TGC)',
  tgcCv: 'its doubt, a share',
  at: 'time',
  id: 'name',
  k: 'condition factor',
  celsius: 'temperature',
  perMl: 'density',
  percentPerDay: 'share of their mass',
  gramsPerDay: 'feed',
};
export const unitFor = (key: string) => UNITS.find(([end]) => end.test(key))?.[1] ?? '';
export const words = (key: string) => {
  const end = SAID.test(key) ? undefined : UNITS.find(([r]) => r.test(key))?.[0];
  const bare = end ? key.replace(end, '') : key;
  return (
    NAMES[key] ??
    (bare
      .replace(/PerL$/, ' per litre')
      .replace(/([A-Z])/g, ' $1')
      .toLowerCase()
      .trim() ||
      key)
  );
};

/**
 * A count in a litre as it is said in US measures; null for all else.
 * @example perOunce('eggsPerL', 9100) // "269 a fl oz, 8 610 a qt"
 */
export const perOunce = (key: string, value: number): string | null =>
  /[a-z]PerL$/.test(key) && !/M[gl]PerL$/.test(key)
    ? `${figures(value * 0.0295735295625, 3)} a fl oz, ${figures(value * 0.946352946, 3)} a qt`
    : null;
