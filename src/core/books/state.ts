import { DAY_MS } from '../time/spans';
import { type HoldingKey, placeOf } from './accounts';
import type { Composition } from './arithmetic';
import { addLoadings, type ErrorSource, type Loadings, meanShift, noLoadings, sdOf } from './doubt';

/** Unseen loss per animal and day between counts (deaths that nobody finds, cannibals, escapes), and its sd. */
export type DriftRate = { perDay: number; sd: number };

/** What stands in a holding at an instant. */
export type Holding = {
  number: number;
  /** On measurements, and on the drift of holdings that this one descends from. */
  loadings: Loadings;
  /** Animal-days since the last full count, up to `exposureAt`: the coefficient on this holding's own drift. */
  exposure: number;
  exposureAt: number;
  /** When it was last declared empty; a closed holding may be opened again. */
  closedAt: number | null;
};

export type BookLot = { id: string; species: string; composition: Composition };

/** What the books need from around them; constant over a replay. */
export type BookContext = {
  /** May several lots stand in this unit (a table with bowls)? */
  isShared: (unit: string) => boolean;
  /** Whether lots of several species may stand side by side in it, one of each: a pond. */
  holdsSpecies?: (unit: string) => boolean;
  /** Drift of a species and stage as known when an entry was recorded. */
  drift: (species: string, stage: string, recordedAt: number) => DriftRate;
};

export type BookState = {
  holdings: Map<HoldingKey, Holding>;
  lots: Map<string, BookLot>;
  sources: Map<string, ErrorSource>;
};

export const emptyState = (): BookState => ({ holdings: new Map(), lots: new Map(), sources: new Map() });

export const copyState = (s: BookState): BookState => ({
  holdings: new Map(s.holdings),
  lots: new Map(s.lots),
  sources: new Map(s.sources),
});

export const driftSourceOf = (key: HoldingKey) => `drift:${key}`;

/** All loadings at an instant: measurements, inherited drift, and the holding's own drift up to then. */
export function loadingsAt(
  key: HoldingKey,
  h: Holding,
  at: number,
  sources: ReadonlyMap<string, ErrorSource>,
): Loadings {
  const own = driftSourceOf(key);
  const exposure = exposureAt(h, at);
  if (exposure === 0 || !sources.has(own)) return h.loadings;
  return addLoadings(h.loadings, new Map([[own, exposure]]));
}

export function exposureAt(h: Holding, at: number): number {
  return h.exposure + (h.number * Math.max(0, at - h.exposureAt)) / DAY_MS;
}

/** The two named numbers of a holding: in the unit by the books, and alive, estimated; with the sd of both. */
export function numbersAt(
  key: HoldingKey,
  h: Holding,
  at: number,
  sources: ReadonlyMap<string, ErrorSource>,
): { books: number; estimated: number; sd: number } {
  const loadings = loadingsAt(key, h, at, sources);
  return {
    books: h.number,
    estimated: Math.max(0, h.number + meanShift(loadings, sources)),
    sd: sdOf(loadings, sources),
  };
}

/** Holdings with animals in them that stand in a unit. */
export function inUnit(state: BookState, unit: string): HoldingKey[] {
  const found: HoldingKey[] = [];
  for (const [key, h] of state.holdings) if (h.number > 0 && placeOf(key).unit === unit) found.push(key);
  return found;
}

export const emptyHolding = (at: number): Holding => ({
  number: 0,
  loadings: noLoadings,
  exposure: 0,
  exposureAt: at,
  closedAt: null,
});
