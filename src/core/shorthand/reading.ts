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
  lots: readonly { id: number; name: string; species: string; alive: number; sd: number }[];
};
export type SnapshotHolding = {
  holdingId: number;
  lotId: number;
  lot: string;
  species: string;
  stage: string;
  stageName: string;
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

/** Every form of the log line, for help and for what it offers when it does not understand. */
export const forms: readonly { verb: string; form: string; says: string }[] = [
  { verb: 'pick', form: 'pick 34 J3', says: 'dead eggs picked' },
  { verb: 'dead', form: 'dead 5 R4 fungus', says: 'dead animals, with a cause if you like' },
  { verb: 'temp', form: 'temp 8.4 bay2', says: 'a temperature read by eye' },
  { verb: 'count', form: 'count R4 812', says: 'all counted, one by one' },
  { verb: 'weigh', form: 'weigh R4 25g/61 26g/63 total 41kg', says: 'sample batches, and the whole if weighed' },
  { verb: 'move', form: 'move 4000 R4>R7', says: 'part of a unit, or “all”' },
  { verb: 'hatch', form: 'hatch 12000 J3', says: 'eggs that have hatched, or “all”' },
  { verb: 'feed', form: 'feed 1.2kg R4', says: 'feed given' },
  { verb: 'eyed', form: 'eyed 82/100 J3', says: 'an eyed check: so many of so many' },
  { verb: 'sell', form: 'sell 20 R6', says: 'sold, counted one by one' },
  { verb: 'note', form: 'note J3 flow turned down', says: 'a remark on a unit' },
  { verb: 'trace', form: 'trace AC-31-01', says: 'opens a lot’s story' },
];

export const formOf = (verb: string) => forms.find((f) => f.verb === verb)!.form;

/** What a reader of one verb works with. */
export type Ctx = { snapshot: Snapshot; options: ReaderOptions; verb: string };
export type Wrong = Extract<Reading, { kind: 'wrong' | 'incomplete' }>;
