import { figures } from '@/core/quantities/format';

/** Keys of inputs and outputs as words, with the unit that they carry. */
const unitOfKey: [RegExp, string][] = [
  [/Mg?PerL$/, 'mg/L'],
  [/Ml$/, 'mL'],
  [/Mm$/, 'mm'],
  [/Celsius$|^celsius$/, '°C'],
  [/(?:^|[a-z])G$/, 'g'],
  [/Kpa$/, 'kPa'],
  [/Ppt$/, 'ppt'],
  [/M$/, 'm'],
  [/[dD]ays$/, 'days'],
];
export const words = (key: string) =>
  key
    .replace(/(MgPerL|Ml|Mm|Celsius|Kpa|Ppt|G|M|PerL)$/, (m) => (m === 'PerL' ? ' per litre' : ''))
    .replace(/([A-Z])/g, ' $1')
    .toLowerCase()
    .trim() || key;
export const unitFor = (key: string) => unitOfKey.find(([r]) => r.test(key))?.[1] ?? '';

/**
 * A count in a litre as it is said in US measures; null for all else.
 * @example perOunce('eggsPerL', 9100) // "269 a fl oz, 8 610 a qt"
 */
export const perOunce = (key: string, value: number): string | null =>
  /[a-z]PerL$/.test(key) && !/M[gl]PerL$/.test(key)
    ? `${figures(value * 0.0295735295625, 3)} a fl oz, ${figures(value * 0.946352946, 3)} a qt`
    : null;
