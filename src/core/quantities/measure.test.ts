import { fromBase, parseMeasure, parseNumber, shownUnit } from './measure';

const value = (text: string, dimension: Parameters<typeof parseMeasure>[1], shown: string, locale = 'en-GB') => {
  const p = parseMeasure(text, dimension, shown, locale);
  return p.ok ? Number(p.value.toFixed(4)) : p.code;
};

test.each([
  ['2.5 qt', 'volume', 'L', 2365.8824],
  ['2.5', 'volume', 'L', 2500],
  ['46 F', 'temperature', '°C', 7.7778],
  ['46', 'temperature', '°F', 7.7778],
  ['-1.5', 'temperature', '°C', -1.5],
  ['1 lb 3 oz', 'mass', 'g', 538.6409],
  ['1lb3oz', 'mass', 'g', 538.6409],
  ['12 kg', 'mass', 'g', 12000],
  ['8 fl oz', 'volume', 'L', 236.5882],
  ['1.5 m3', 'volume', 'L', 1_500_000],
  ['1.5m³', 'volume', 'L', 1_500_000],
  ['2 dm³', 'volume', 'mL', 2000],
  ['30 cm3', 'volume', 'L', 30],
  ['3 gpm', 'flow', 'L/min', 11.3562],
] as const)('%s is read', (text, dimension, shown, want) => expect(value(text, dimension, shown)).toBe(want));

test('what is no measure is said to be none', () => {
  expect(value('12 apples', 'mass', 'g')).toBe('unit');
  expect(value('1 lb 3', 'mass', 'g')).toBe('unit');
  expect(value('abc', 'mass', 'g')).toBe('number');
  expect(value('', 'mass', 'g')).toBe('empty');
  expect(value('5 kg', 'volume', 'L')).toBe('unit');
});

test('the locale decides between 1,200 and 1.200; where it does not, the user is asked', () => {
  const read = (t: string, locale: string) => {
    const p = parseNumber(t, locale);
    return p.ok ? p.value : p.code;
  };
  expect([read('1,200', 'en-GB'), read('1.200', 'en-GB')]).toEqual([1200, 1.2]);
  expect([read('1,200', 'de-DE'), read('1.200', 'de-DE')]).toEqual([1.2, 1200]);
  expect([read('1.200', 'fr-FR'), read('1,200', 'fr-FR')]).toEqual(['ambiguous', 1.2]);
  expect([read('1 200,5', 'sv-SE'), read('1,234.5', 'de-DE'), read('1.25', 'de-DE'), read('12,5', 'en-GB')]).toEqual([
    1200.5, 1234.5, 1.25, 12.5,
  ]);
  expect([read('1.2.3', 'en-GB'), read('1,23,456', 'en-GB')]).toEqual(['number', 'number']);
});

test('shown units turn back into what was meant', () => {
  for (const [dimension, base] of [
    ['volume', 2365],
    ['mass', 120],
    ['temperature', 8.4],
    ['length', 108],
  ] as const)
    for (const system of ['metric', 'us'] as const) {
      const unit = shownUnit(dimension, system, base);
      const p = parseMeasure(`${fromBase(base, dimension, unit)}`, dimension, unit, 'en-GB');
      expect(p.ok && p.value).toBeCloseTo(base, 6);
    }
});
