import { figures, plain } from '../quantities/format';
import { type Species, valueNamed } from '../species/species';

export type MassRange = { low: number; high: number };

/** Between which masses an adult of a species lies by Reference, grams; undefined where Reference does not say. */
export function adultMassG(species: Pick<Species, 'values'>): MassRange | undefined {
  const [low, high] = [valueNamed(species, 'lightest adult'), valueNamed(species, 'heaviest adult')];
  return low && high ? { low: 1000 * low.value, high: 1000 * high.value } : undefined;
}

/** Why a mass cannot be one of an adult of this species; null when it can. @param massG grams */
export function notAMass(species: Pick<Species, 'name' | 'values'>, massG: number): string | null {
  const most = adultMassG(species)?.high ?? Number.POSITIVE_INFINITY;
  return massG > most
    ? `${figures(massG / 1000)} kg is no ${species.name}, of which Reference has ${plain(most / 1000)} kg at most: in grams?`
    : null;
}
