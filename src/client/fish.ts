import type { Species } from '@/core/species/species';

/** What the forms need to know of a brood fish and its species. */
export type FishInHand = {
  id: number;
  tag: string;
  sex: 'female' | 'male' | 'unknown';
  massG: number | null;
  /** The spawning day on which it is in hand. */
  day?: number;
  /** On that day they stand one to a cage. */
  oneToCage?: boolean;
  book: Pick<Species, 'id' | 'name' | 'ripeness' | 'eggStages' | 'polarisation' | 'inductions'>;
};

export const bookOf = (s: Species): FishInHand['book'] => ({
  id: s.id,
  name: s.name,
  ripeness: s.ripeness,
  eggStages: s.eggStages,
  polarisation: s.polarisation,
  inductions: s.inductions,
});

/** The act is about this fish, on this day. */
export const of = (f: FishInHand) => ({ fish: f.id, ...(f.day === undefined ? {} : { day: f.day }) });

/** The same in an act of a spawning day, which always has one. */
export const ofDay = (f: FishInHand) => ({ fish: f.id, day: f.day ?? null });
