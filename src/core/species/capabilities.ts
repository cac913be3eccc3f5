import type { Station } from './stations';

/** What is done with animals of a stage. Code asks for these, never for a stage's id. */
export const capabilities = [
  /** Eggs: dead ones are picked out, they are checked, shocked, bathed, and hatch. */
  'picked',
  /** They live on their yolk: their way up is watched in beakers, and they are ponded. */
  'ponded',
  /** They are fed, weighed, graded and let go. */
  'eats',
] as const;
export type Capability = (typeof capabilities)[number];

const OF_STATION: Record<Station, readonly Capability[]> = {
  eggs: ['picked'],
  yolksac: ['ponded'],
  fry: ['eats'],
  fingerlings: ['eats'],
};

/** Capabilities of a stage: its own where it names them, else those of its station. */
export const capabilitiesOf = (stage: { station: Station; can?: readonly Capability[] }): readonly Capability[] =>
  stage.can ?? OF_STATION[stage.station];
