import { idsIn } from '../ids';

/** Kinds of deformity that are told apart in the hand, from head to tail; drawn in `ui/drawings/deformityDrawings`. */
export const deformities = [
  { id: 'jaw', name: 'jaw', looks: 'lower jaw short, crossed or hanging; mouth puckered' },
  { id: 'head', name: 'skull', looks: 'forehead dented, nose pushed in' },
  { id: 'eye', name: 'eye', looks: 'an eye missing, small or clouded from the start' },
  { id: 'gillCover', name: 'gill cover', looks: 'too short or folded: gills lie open' },
  { id: 'bent', name: 'spine sideways', looks: 'bent to the side, seen from above' },
  { id: 'hump', name: 'hump or hollow', looks: 'back humped, or sunk behind the head' },
  { id: 'short', name: 'short body', looks: 'vertebrae grown together: short for its depth' },
  { id: 'tail', name: 'tail', looks: 'wrist of the tail squashed; tail frayed like a brush, or missing' },
  { id: 'fins', name: 'fins', looks: 'missing, doubled or twisted, without a bite or rot' },
  { id: 'sac', name: 'yolk sac', looks: 'larva: sac swollen with clear fluid, heart drawn out' },
  { id: 'twin', name: 'twins', looks: 'two heads or two bodies on one sac' },
  { id: 'other', name: 'another kind', looks: 'say what, in the note' },
] as const;
export type DeformityId = (typeof deformities)[number]['id'];
export const deformityIds = idsIn(deformities);
export const deformityName = (id: string): string => deformities.find((d) => d.id === id)?.name ?? id;
