import type { Species } from '../species/species';

/**
 * Heavier than this no fish of the group is that a hatchery has, kg: some half above the heaviest commonly told of;
 * `verify`. It tells grams from kilograms, not a good fish from a record.
 */
const HEAVIEST_KG: Record<Species['group'], number> = {
  salmonid: 60,
  percid: 30,
  cyprinid: 70,
  esocid: 40,
  sturgeon: 300,
  crayfish: 0.6,
};

/** Why a mass cannot be one of an adult of this species; null when it can. @param massG grams */
export function notAMass(species: Pick<Species, 'name' | 'group'>, massG: number): string | null {
  const most = HEAVIEST_KG[species.group];
  return massG > 1000 * most ? `${Number((massG / 1000).toPrecision(3))} kg is no ${species.name}: in grams?` : null;
}

/** Between which masses an adult of a species lies, grams. The lower end is that of a small adult; `verify`. */
export const adultMassG = (species: Pick<Species, 'group'>) => ({
  low: species.group === 'crayfish' ? 10 : 30,
  high: 1000 * HEAVIEST_KG[species.group],
});
