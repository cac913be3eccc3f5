'use client';

import { createContext, type ReactNode, useContext } from 'react';
import { markBy } from '@/core/quantities/format';
import { markOf } from '@/core/quantities/measure';
import { type OwnThresholds, putThresholdsInForce } from '@/core/thresholdsInForce';

/** Measurements whose samples scatter alike: takes of eggs, what came, what is counted and weighed here. */
export type ScatterOf = 'take' | 'arrival' | 'count';

/** The feed store as forms offer it: products with what stands of each, and tables of rations. */
export type FeedChoices = {
  products: readonly {
    id: number;
    name: string;
    lots: readonly { id: number; name: string; bestBefore: number | null; leftG: number }[];
  }[];
  tables: readonly { id: string; name: string }[];
  /** Ways of starting and weaning larvae, with the species that each is for. */
  regimes: readonly { id: string; name: string; fits: string; species: readonly string[] }[];
  /** Cones and cultures of live food. */
  vessels: readonly { id: number; name: string }[];
};

/** Who sits here and how they like their figures; the same for every client component of a page. */
export type SessionInfo = {
  personId: number;
  name: string;
  role: 'manager' | 'culturist' | 'hand' | 'reader';
  units: 'metric' | 'us';
  locale: string;
  theme: 'day' | 'dim';
  timeZone: string;
  siteName: string;
  /** Types of commands that this person may not send, not even as a proposal. */
  barred: readonly string[];
  /** The hatchery's usual scatter between samples (coefficient of variation), by what is measured; absent until learned. */
  usual: Partial<Record<ScatterOf, number>>;
  /** What may be fed. */
  feeds: FeedChoices;
  /** Thresholds that this hatchery has set of its own. */
  thresholds: OwnThresholds;
  /** The server's clock at rendering, ms. */
  now: number;
};

const Context = createContext<SessionInfo | null>(null);

export function SessionProvider({ value, children }: { value: SessionInfo; children: ReactNode }) {
  // One person sits at a browser; on the server each request knows its own (app/_server/reader.ts).
  if (typeof window !== 'undefined') {
    markBy(() => markOf(value.locale));
    putThresholdsInForce(value.thresholds);
  }
  return <Context.Provider value={value}>{children}</Context.Provider>;
}

export function useSession(): SessionInfo {
  const s = useContext(Context);
  if (!s) throw new Error('useSession outside the frame');
  return s;
}
