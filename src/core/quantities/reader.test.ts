import {
  celsiusApart,
  celsiusOf,
  degreesOf,
  densityOf,
  feedMass,
  forReader,
  lengthFigure,
  lengthOf,
  lengthUnit,
  massDoubt,
  massFigure,
  massOfOne,
  measured,
  priceOfMass,
  readerUnit,
  step,
  temperatureRead,
  warmth,
} from './reader';

test('a measure in the unit of its reader', () => {
  expect([measured(20_000, 'volume', false), measured(20_000, 'volume', true)]).toEqual(['20 L', '5.28 gal']);
  expect([measured(5, 'mass', false, 3, true), measured(5, 'mass', true, 3, true)]).toEqual(['5 g', '0.176 oz']);
  expect(forReader(10, 'temperature', true)).toBeCloseTo(50, 9);
  expect([readerUnit('flow', false), readerUnit('flow', true)]).toEqual(['L/min', 'gpm']);
});

test('differences of temperature have no zero to shift, there and back', () => {
  expect(degreesOf(5, true)).toBeCloseTo(9, 12);
  expect(celsiusApart(degreesOf(3.7, true), true)).toBeCloseTo(3.7, 12);
  expect([step(-2, false), step(2, true)]).toEqual(['−2.0 °C', '+3.6 °F']);
  expect([warmth(445, false), warmth(100, true)]).toEqual(['445 °C·d', '180 °F·d']);
});

test('mass of one says that it is one; in US units so many to a pound', () => {
  expect(massOfOne(0.405, false)).toBe('0.405 g each');
  expect(massOfOne(0.405, true)).toMatch(/^1.120\/lb$/);
  expect([massDoubt(0.02, 0.4, false), massDoubt(0.02, 0.4, true)]).toEqual(['±0.020 g each', '±5 %']);
});

test('feed goes to the large unit at a kilogram and at a pound', () => {
  expect([feedMass(999, false), feedMass(1000, false)]).toEqual(['999 g', '1 kg']);
  expect([feedMass(453, true), feedMass(453.59237, true)]).toEqual(['16.0 oz', '1 lb']);
});

test('density, length, and a temperature as it was read', () => {
  // A gram is 0.035274 oz, a gallon 3.785412 L.
  expect(densityOf(10, true)).toBeCloseTo(10 * 0.0352739619 * 3.785411784, 6);
  expect([lengthOf(52.5, false), lengthOf(50.8, true)]).toEqual(['52.5 mm', '2.0 in']);
  expect([lengthFigure(50.8, false), lengthFigure(50.8, true), lengthUnit(false), lengthUnit(true)]).toEqual([
    '51',
    '2.0',
    'mm',
    'in',
  ]);
  expect([massFigure(3.27, false), massFigure(3.27, true), massFigure(1234.4, false)]).toEqual([
    '3.3',
    '7.2',
    '1\u2005234',
  ]);
  expect(priceOfMass(2, true)).toEqual({ figure: expect.closeTo(0.90718474, 8), of: 'pound' });
  expect([celsiusOf(50, true), celsiusOf(12, false)]).toEqual([expect.closeTo(10, 9), 12]);
  expect([temperatureRead(7.777777, false), temperatureRead(10, true)]).toEqual(['7.78 °C', '50.0 °F']);
});
