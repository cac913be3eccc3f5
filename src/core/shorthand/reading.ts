import type { Capability } from '../species/capabilities';

/** What the log line knows of the hatchery: enough to read back and to check without the network. */
export type Snapshot = {
  at: number;
  units: readonly {
    id: number;
    name: string;
    kind: string;
    room: string;
    holdings: readonly SnapshotHolding[];
    wasUsed: boolean;
  }[];
  sensors: readonly { id: number; name: string; room: string }[];
  /** Cones and cultures of live food; absent in what an earlier version kept offline. */
  vessels?: readonly { id: number; name: string; kind: 'cone' | 'culture' }[];
  /** Works of the water; absent in what an earlier version kept offline. */
  works?: readonly { id: number; name: string }[];
  lots: readonly { id: number; name: string; species: string; alive: number; sd: number }[];
};
export type SnapshotHolding = {
  holdingId: number;
  lotId: number;
  lot: string;
  species: string;
  stage: string;
  stageName: string;
  /** What is done with such animals, and the stage that follows. */
  can: readonly Capability[];
  next: string | null;
  number: number;
  sd: number;
};

export type ReaderOptions = { locale: string; system: 'metric' | 'us' };

/** What a line was understood as: a command ready to send, an order to the page, or what is wrong with it. */
export type Reading =
  | { kind: 'empty' }
  | { kind: 'command'; type: string; payload: Record<string, unknown>; says: Said[] }
  | { kind: 'open'; href: string; says: Said[] }
  /** The last record of this line is taken back. */
  | { kind: 'undo' }
  /** The forms are shown. */
  | { kind: 'help' }
  | { kind: 'incomplete'; hint: string }
  | {
      kind: 'wrong';
      code:
        | 'unknownVerb'
        | 'unknownUnit'
        | 'ambiguousUnit'
        | 'finishedUnit'
        | 'severalLots'
        | 'number'
        | 'tooMany'
        | 'unknownLot'
        | 'time'
        | 'syntax';
      message: string;
      nearest: string[];
    };

/** Parts of a reading-back; numbers with doubt are kept apart so that the page can set them as such. */
export type Said = string | { number: number; sd: number };

/** What a reader of one verb works with. */
export type Ctx = { snapshot: Snapshot; options: ReaderOptions; verb: string; form: string };

/** How an act, or an order to the page, is said in one line. */
export type Shorthand = {
  verb: string;
  /** One letter for it, and other words for the same, as people say them. */
  short?: string;
  also?: readonly string[];
  /** An example of its form, and what it records: help, and what is offered when a line is not understood. */
  form: string;
  says: string;
  /** Its words may stand in any order around the name of a unit; `to`: around two of them, from and to. */
  anyOrder?: true | 'to';
  /** It begins with a figure, however like a time that looks. */
  figureFirst?: true;
  /** Its words are free: no time is looked for among them. */
  free?: true;
  /** A figure and a unit alone are read as it where all that stands there is such. */
  bare?: (h: SnapshotHolding) => boolean;
  read: (words: string[], c: Ctx) => Reading;
};
export type Wrong = Extract<Reading, { kind: 'wrong' | 'incomplete' }>;
