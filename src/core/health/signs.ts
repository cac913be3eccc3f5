import { idsOf } from '../ids';

/**
 * What is seen of ill fish, with where to look first. It orders the looking; it is no diagnosis, which is the
 * veterinarian's. `verify` by one before it is relied on.
 */
export const signs = {
  gasping: { word: 'gasping, at the surface or the inflow', look: 'oxygen and gas pressure, then gills under a lens' },
  notEating: { word: 'not eating', look: 'temperature, pH, oxygen, flow, chlorine, in this order' },
  dark: { word: 'dark, apart, slow', look: 'the whole fish in hand: skin, gills, belly' },
  flashing: { word: 'flashing, rubbing', look: 'ammonia and pH, then skin scrapes for parasites' },
  gills: { word: 'gills pale or swollen', look: 'gills under a microscope, suspended solids, ammonia' },
  tufts: { word: 'white tufts', look: 'dead and leftover that lie there, wounds from handling' },
  fins: { word: 'fins frayed, sores, red spots', look: 'density, biting, then a culture by the laboratory' },
  belly: { word: 'belly or eyes swollen', look: 'feed and gut, kidney sample to the laboratory' },
  spiral: { word: 'spinning, spiralling', look: 'gas pressure, then samples to the laboratory' },
  deformed: { word: 'born so: spine, mouth, tail', look: 'parents and incubation: it is no illness that spreads' },
} as const;

export type Sign = keyof typeof signs;
export const signIds = idsOf(signs);
