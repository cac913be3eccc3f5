import type { ReactNode } from 'react';
import type { Shorthand } from '@/core/shorthand/reading';
// biome-ignore lint/style/noRestrictedImports: a type alone; what a correction shows is drawn together from several rooms
import type { EntryToCorrect } from '@/modules/entryToCorrect';
import type { Act } from '@/server/act/define';
import type { Check } from '@/server/stock/checks';
import type { ActHolding, PlaceOption, SiteOption } from '../holding';

/** What a unit's sheet knows of the holding that an act is about. */
export type AboutHolding = {
  h: ActHolding;
  unitKind: string;
  places: readonly PlaceOption[];
  sites: readonly SiteOption[];
  /** The same lot and stage in other units. */
  siblings: readonly ActHolding[];
  totalVolumeMl: number | null;
  /** Samples looked at before, newest first. */
  checks: readonly Check[];
};

/** A button of the sheet, and the form behind it. Offers of one id stand below each other behind one button. */
export type Offer = {
  id: string;
  word: string;
  /** Its place among the buttons, the usual act first; null where it is not offered. */
  rank: (at: Pick<AboutHolding, 'h' | 'unitKind'>) => number | null;
  /** It shakes eggs: marked while hands should stay off. */
  shakes?: true;
  /** Above the form, where several stand behind one button. */
  heading?: string;
  form: (about: AboutHolding) => ReactNode;
};

export type { EntryToCorrect };

/** An entry to be corrected, with what it was about; `h` is the (first) holding. */
export type ToCorrect = EntryToCorrect & { h: ActHolding | undefined };

/** The forms of an act: where it is offered, and how its entries are corrected, by kind. */
export type ActForms = {
  act: Act;
  offers?: readonly Offer[];
  corrects?: Readonly<Record<string, (found: ToCorrect) => ReactNode>>;
  /** How it is said in the log line. */
  shorthand?: Shorthand | readonly Shorthand[];
  /** It is about one unit, which may turn out to be another. */
  aboutUnit?: true;
};

/** Forms of one act, their types forgotten: the lists hold many. */
export function formsOf<A>(act: A, forms: Omit<ActForms, 'act'>): ActForms {
  return { act: act as Act, ...forms };
}

/** A correction that is about a holding: without one it cannot be drawn. */
export const ofHolding =
  (form: (h: ActHolding, found: ToCorrect) => ReactNode) =>
  (found: ToCorrect): ReactNode =>
    found.h ? form(found.h, found) : null;

/** A correction that is about a brood fish. */
export const ofFish =
  (form: (f: NonNullable<ToCorrect['fish']>, found: ToCorrect) => ReactNode) =>
  (found: ToCorrect): ReactNode =>
    found.fish ? form(found.fish, found) : null;

/** A correction of a spawning day. */
export const ofDayView =
  (form: (view: NonNullable<ToCorrect['spawningDay']>) => ReactNode) =>
  (found: ToCorrect): ReactNode =>
    found.spawningDay ? form(found.spawningDay) : null;
