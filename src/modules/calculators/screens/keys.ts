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
