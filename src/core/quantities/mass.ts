import { decimals, figures, grouped, plain } from './format';
import { fromBase } from './measure';

/**
 * Mass of one animal as its reader has it: in grams, or in US customary by how many go to a pound; from half a pound
 * on in pounds.
 * @param meanG grams, above 0
 * @example massEach(0.405, false) // "0.405 g"
 * @example massEach(0.405, true) // "1 120/lb"
 */
export function massEach(meanG: number, us: boolean): string {
  if (!us) return `${figures(meanG)} g`;
  const pounds = fromBase(meanG, 'mass', 'lb');
  if (pounds >= 0.5) return `${figures(pounds)} lb`;
  // No more figures than the grams would have had.
  const perPound = Number((1 / pounds).toPrecision(3));
  return `${perPound < 100 ? figures(perPound) : grouped(perPound)}/lb`;
}

/** Mass at which a class of animals begins: in grams as it was typed. */
export const massBound = (g: number, us: boolean): string => (us ? massEach(g, us) : `${plain(g)} g`);

/** Mass of many animals: kilograms, or pounds. */
export function massOfAll(g: number, us: boolean, places = 1): string {
  return `${decimals(fromBase(g, 'mass', us ? 'lb' : 'kg'), places)} ${us ? 'lb' : 'kg'}`;
}
