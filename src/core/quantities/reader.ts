import { decimals, figures, grouped, plain } from './format';
import { massEach } from './mass';
import { type Dimension, fromBase, toBase } from './measure';

/**
 * How a figure is shown to its reader: in metric or in US customary units. Nothing else asks which of the two it is.
 */

const UNITS: Record<Dimension, readonly [metric: string, us: string, smallMetric: string, smallUs: string]> = {
  volume: ['L', 'gal', 'mL', 'fl oz'],
  mass: ['kg', 'lb', 'g', 'oz'],
  length: ['cm', 'in', 'mm', 'in'],
  temperature: ['°C', '°F', '°C', '°F'],
  flow: ['L/min', 'gpm', 'L/min', 'gpm'],
};

/** The unit in which a reader has a measure. @param small of a few fish, a sample, an egg */
export const readerUnit = (dimension: Dimension, us: boolean, small = false): string =>
  UNITS[dimension][(us ? 1 : 0) + (small ? 2 : 0)]!;

/** A measure in base units as a figure in the reader's unit. */
export const forReader = (base: number, dimension: Dimension, us: boolean, small = false): number =>
  fromBase(base, dimension, readerUnit(dimension, us, small));

/** A measure in base units with its unit. @example measured(20_000, 'volume', true) // "5.28 gal" */
export const measured = (base: number, dimension: Dimension, us: boolean, count = 3, small = false): string =>
  `${figures(forReader(base, dimension, us, small), count)} ${readerUnit(dimension, us, small)}`;

/** A difference of temperatures in the reader's degrees: there is no zero to shift. */
export const degreesOf = (celsiusApart: number, us: boolean): number => (us ? celsiusApart * 1.8 : celsiusApart);
/** The other way. */
export const celsiusApart = (degrees: number, us: boolean): number => (us ? degrees / 1.8 : degrees);

/** A change of temperature with its sign. @example step(-2, false, 1) // "−2.0 °C" */
export const step = (celsius: number, us: boolean, places = 1): string =>
  `${celsius < 0 ? '−' : '+'}${decimals(Math.abs(degreesOf(celsius, us)), places)} ${readerUnit('temperature', us)}`;

/** Mass of one of many: in US units it goes by how many there are to a pound, which says so itself. */
export const massOfOne = (meanG: number, us: boolean): string =>
  us ? massEach(meanG, us) : `${massEach(meanG, us)} each`;

/** The doubt of a mean mass: a pound's count has it as a share. */
export const massDoubt = (halfG: number, meanG: number, us: boolean): string =>
  us ? `±${figures((100 * halfG) / meanG, 2)} %` : `±${figures(halfG, 2)} g each`;

/** Mass of feed: small amounts in the small unit. */
export function feedMass(g: number, us: boolean): string {
  const small = us ? g < 453.59237 : g < 1000;
  return `${figures(Number(forReader(g, 'mass', us, small).toPrecision(12)), 3)} ${readerUnit('mass', us, small)}`;
}

/** Grams of animals in a litre of water, as a figure of the reader's. */
export const densityOf = (gPerL: number, us: boolean): number =>
  us ? fromBase(gPerL, 'mass', 'oz') / fromBase(1000, 'volume', 'gal') : gPerL;
export const densityUnit = (us: boolean): string => (us ? 'oz a gallon' : 'grams a litre');

/** A sum of warmth. */
export const warmth = (degreeDays: number, us: boolean): string =>
  `${grouped(degreesOf(degreeDays, us))} ${readerUnit('temperature', us)}·d`;

/** A length of an animal: tenths of an inch, or millimetres as they were measured. */
export const lengthOf = (mm: number, us: boolean): string => (us ? `${decimals(mm / 25.4, 1)} in` : `${plain(mm)} mm`);

/** The same as a figure, to the millimetre: for a scale. */
export const lengthFigure = (mm: number, us: boolean): string => (us ? decimals(mm / 25.4, 1) : decimals(mm, 0));
export const lengthUnit = (us: boolean): string => readerUnit('length', us, true);

/** Mass of many as a figure of the reader's, the unit said beside it: one decimal where it is small. */
export function massFigure(kg: number, us: boolean): string {
  const v = forReader(kg * 1000, 'mass', us);
  return v < 10 ? decimals(v, 1) : grouped(Math.round(v));
}

/** What a kilogram costs, in the mass that the reader buys by. */
export const priceOfMass = (perKg: number, us: boolean): { figure: number; of: string } =>
  us ? { figure: perKg * 0.45359237, of: 'pound' } : { figure: perKg, of: 'kilogram' };

/** A reader's temperature in degrees Celsius. */
export const celsiusOf = (degrees: number, us: boolean): number =>
  toBase(degrees, 'temperature', readerUnit('temperature', us));

/** The unit in which a reader sums warmth. */
export const warmthUnit = (us: boolean): string => (us ? '°F·days' : 'degree-days');

/** A temperature as it was read: two decimals at most, or tenths of °F. */
export const temperatureRead = (celsius: number, us: boolean): string =>
  us ? `${decimals(fromBase(celsius, 'temperature', '°F'), 1)} °F` : `${plain(Number(celsius.toFixed(2)))} °C`;
