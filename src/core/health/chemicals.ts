import { idsOf } from '../ids';

/** What a chemical does to people and to what stands beside it. */
export const hazards = {
  acid: { word: 'acid', says: 'Burns; acid into water, never water into acid. Goggles, gloves.' },
  alkali: { word: 'alkali, lime', says: 'Burns skin, eyes and lungs as dust. Goggles, gloves, no wind.' },
  chlorine: {
    word: 'gives off chlorine',
    says: 'Poisonous gas with any acid. Kills fish at traces: neutralise what is left.',
  },
  oxidiser: { word: 'oxidiser', says: 'Feeds fire; nothing that burns beside it. Gloves, goggles.' },
  formalin: {
    word: 'formalin',
    says: 'Poisonous vapour, may cause cancer: fume hood or open air, mask, gloves. White flakes: do not use it.',
  },
  flammable: { word: 'flammable', says: 'No flame, no spark; closed, cool.' },
  medicine: { word: 'medicine', says: 'Locked; by order of the veterinarian and label only.' },
  mild: { word: 'salt and the like', says: 'Dry, closed, labelled.' },
} as const;
export type Hazard = keyof typeof hazards;
export const hazardIds = idsOf(hazards);

/** What must not stand together, and why. */
const APART: readonly [Hazard, Hazard, string][] = [
  ['chlorine', 'acid', 'together they give off chlorine gas'],
  ['acid', 'alkali', 'together they boil and spit'],
  ['oxidiser', 'flammable', 'together they burn'],
  ['oxidiser', 'formalin', 'together they burn'],
  ['chlorine', 'formalin', 'together they give off poison'],
  ['chlorine', 'flammable', 'together they burn'],
];

export type Stored = { name: string; place: string; hazard: Hazard };
export type Neighbours = { a: string; b: string; place: string; why: string };

/** Pairs that stand in one place and must not. */
export function badNeighbours(all: readonly Stored[]): Neighbours[] {
  const same = (x: string) => x.trim().toLowerCase();
  return all.flatMap((a, i) =>
    all.slice(i + 1).flatMap((b) => {
      if (a.place.trim() === '' || same(a.place) !== same(b.place)) return [];
      const [, , why] =
        APART.find(([x, y]) => (x === a.hazard && y === b.hazard) || (x === b.hazard && y === a.hazard)) ?? [];
      return why ? [{ a: a.name, b: b.name, place: a.place, why }] : [];
    }),
  );
}

/** How a chemical came and went. */
export const chemicalMoves = { came: 'came', used: 'used', disposed: 'disposed of', counted: 'counted' } as const;
export type ChemicalMove = keyof typeof chemicalMoves;
export const chemicalMoveIds = idsOf(chemicalMoves);

/** What is on hand: since the last count, what came less what went; never below nothing. */
export function onHand(moves: readonly { at: number; what: ChemicalMove; amount: number }[]): number {
  let stands = 0;
  for (const m of [...moves].sort((a, b) => a.at - b.at))
    stands = m.what === 'counted' ? m.amount : Math.max(0, stands + (m.what === 'came' ? m.amount : -m.amount));
  return stands;
}
