import type { RationPlan } from '@/core/feeding/rationPlan';
import type { Capability } from '@/core/species/capabilities';
import type { Station } from '@/core/species/stations';

/** A holding that acts are about, as the page knows it. */
export type ActHolding = {
  unitId: number;
  unit: string;
  lotId: number;
  lot: string;
  species?: string;
  stage: string;
  stageName: string;
  number: number;
  /** Alive by the books, and the standard deviation of both. */
  estimated?: number;
  sd?: number;
  /** What is done with such animals. */
  can: readonly Capability[];
  stages: readonly { id: string; name: string }[];
  checks: readonly { id: string; name: string; stage: string; looks: string }[];
  /** Of its hardened eggs, where Reference has it. */
  eggDiameterMm?: number;
  /** It grows by moults. */
  moults?: boolean;
  /** What the species bears at once when the water changes, °C. */
  stepCelsius?: number | null;
  /** The change a day that a programme of it keeps to, °C. */
  dayCelsius?: number | null;
  /** How it is fed now, where that was set: its form begins with it. */
  plan?: RationPlan;
  /** Why hands should stay off just now, and how gravely: 1 worst, 3 mild. */
  handsOff?: { severity: number; why: string } | null;
};

/** Units to choose from, by room, with what stands there. */
export type PlaceOption = {
  id: number;
  name: string;
  room: string;
  kind: string;
  holds: string;
  /** Temperature of its water, where it was read within a day. */
  celsius?: number;
};

export type SpeciesOption = {
  id: string;
  name: string;
  stages: { id: string; name: string; station: Station }[];
  /** What its eggs and larvae bear at once when the water changes, °C. */
  stepCelsius?: number | null;
  /** Kept here: such stand first. */
  kept?: boolean;
};

/** Species to choose from, those kept here apart from what Reference has besides. */
export const speciesOptions = (species: readonly Pick<SpeciesOption, 'id' | 'name' | 'kept'>[]) =>
  species.map((s) => ({
    value: s.id,
    label: s.name,
    ...(species.some((x) => x.kept) ? { group: s.kept ? 'kept here' : 'in Reference' } : {}),
  }));

/** The species that is usually meant: one that this hatchery never had is nobody's, it is chosen, not overlooked. */
export const usualSpecies = (species: readonly SpeciesOption[]): string | undefined =>
  species[0]?.kept === false ? undefined : species[0]?.id;

export type SiteOption = { id: number; name: string; permit: string; points: readonly string[] };

/** The stage that follows on the one in which they are; undefined after the last. */
export const nextOf = (h: ActHolding): string | undefined =>
  h.stages[h.stages.findIndex((s) => s.id === h.stage) + 1]?.id;

/** Which holding an act means. */
export const at = (h: Pick<ActHolding, 'unitId' | 'lotId' | 'stage'>) => ({
  unit: h.unitId,
  lotId: h.lotId,
  stage: h.stage,
});

export function placeOptions(places: readonly PlaceOption[], not?: number) {
  return places
    .filter((p) => p.id !== not)
    .map((p) => ({
      value: String(p.id),
      label: p.holds ? `${p.name}, holds ${p.holds}` : `${p.name}, empty`,
      group: p.room,
    }));
}

/** The two waters of a move and what the species bears at once, where they are further apart than that. */
export function watersApart(h: ActHolding, places: readonly PlaceOption[], to: string) {
  const [from, there] = [h.unitId, Number(to)].map((id) => places.find((p) => p.id === id)?.celsius);
  const most = h.can.includes('picked') || h.can.includes('ponded') ? h.stepCelsius : null;
  if (from === undefined || there === undefined || !most || Math.abs(from - there) <= most) return null;
  return { from, to: there, most, aDay: h.dayCelsius ?? null };
}
