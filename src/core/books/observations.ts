import type { SensorKind } from '../readings/sensorKinds';
import type { HandKind } from '../water/handKinds';

/** Of what something was seen: a fish, what stands in a unit, a batch of adults, a lot, a room, a spawning day, a lot of feed, a vessel of live food. */
type Of = 'fish' | 'holding' | 'batch' | 'lot' | 'unit' | 'day' | 'feedLot' | 'vessel';

type Kind = {
  of: Of;
  /** What its value counts or measures; absent where it has none. */
  value?:
    | 'entry'
    | 'case'
    | 'inspection'
    | 'animals'
    | 'g'
    | 'mm'
    | 's'
    | 'share'
    | 'index'
    | 'L/min'
    | 'minutes'
    | 'mg/L'
    | 'mL'
    | 'amount'
    | 'instant';
  /** What its word says; absent where it says none. */
  said?: string;
  /** So many with it out of so many looked at go with it, or so many weighed. */
  counted?: true;
};

/** Everything that entries tell besides what they book: what queries ask the latest of. */
export const observationKinds = {
  mass: { of: 'fish', value: 'g' },
  length: { of: 'fish', value: 'mm' },
  ripeness: { of: 'fish', said: 'a sign of ripeness of its species' },
  eggStage: { of: 'fish', said: 'a stage of its egg sample' },
  polarisation: { of: 'fish', value: 'index' },
  condition: { of: 'fish', said: 'how it looked' },
  air: { of: 'fish', value: 's' },
  stood: { of: 'fish' },
  fate: { of: 'fish', said: 'how it ended' },
  mark: { of: 'fish', said: 'the mark that it carries' },
  kill: { of: 'batch', said: 'how they were killed', counted: true },
  batchIn: { of: 'batch', value: 'animals', said: 'a sex' },
  batchOut: { of: 'batch', value: 'animals', said: 'a sex and how they ended' },
  batchOwn: { of: 'batch', value: 'animals', said: 'the season in which they were released' },

  inject: { of: 'fish', value: 'amount', said: 'the product' },
  ready: { of: 'fish', said: 'what was found' },
  strip: { of: 'fish', value: 'g', said: 'whether they are held apart' },
  milt: { of: 'fish', value: 'mL', said: 'how it moves' },
  cross: { of: 'fish', said: 'the bowl' },
  nest: { of: 'fish', said: 'the nest' },
  step: { of: 'day', value: 'amount', said: 'the bowl' },
  bath: { of: 'day', value: 'mg/L', said: 'the protocol or the product' },
  take: { of: 'lot', value: 'animals', said: 'the bowl' },

  pick: { of: 'holding', value: 'animals' },
  dead: { of: 'holding', value: 'animals' },
  cull: { of: 'holding', value: 'animals', said: 'what became of them' },
  sale: { of: 'holding', value: 'animals', said: 'what became of them' },
  sample: { of: 'holding', value: 'animals' },
  escape: { of: 'holding', value: 'animals' },
  unitLoss: { of: 'holding', value: 'animals' },
  sampleBack: { of: 'holding', value: 'animals' },
  shipped: { of: 'holding', value: 'animals' },
  release: { of: 'holding', value: 'animals', counted: true },
  unhatched: { of: 'holding', value: 'animals' },
  unready: { of: 'holding', value: 'animals' },
  doubtful: { of: 'holding', value: 'animals' },
  census: { of: 'holding', value: 'animals' },
  meanG: { of: 'holding', value: 'g', counted: true },
  feed: { of: 'holding', value: 'g' },
  feedLeft: { of: 'holding', value: 'g' },
  tray: { of: 'holding', value: 'share', said: 'what was left' },
  ration: { of: 'holding' },
  regime: { of: 'holding', said: 'the regime that they follow' },
  prey: { of: 'holding', value: 'animals', said: 'which prey' },
  taken: { of: 'holding' },
  moult: { of: 'holding', value: 'share', counted: true },
  lengthMm: { of: 'holding', value: 'mm', counted: true },
  spread: { of: 'holding', value: 'share', counted: true },
  gradingPlan: { of: 'holding', value: 'instant' },
  prepared: { of: 'holding', said: 'what stands ready' },
  feedHold: { of: 'holding', value: 'instant' },
  sow: { of: 'vessel', value: 'g', said: 'the strain' },
  harvest: { of: 'vessel', value: 'animals' },
  culture: { of: 'vessel', value: 'animals', said: 'per mL; or what became of it' },
  feedIn: { of: 'feedLot', value: 'g' },
  feedOut: { of: 'feedLot', value: 'g', said: 'why it was thrown away' },
  feedCount: { of: 'feedLot', value: 'g' },
  deformed: { of: 'holding', value: 'share', counted: true },
  deformKind: { of: 'holding', value: 'share', said: 'the deformity', counted: true },
  handled: { of: 'holding', value: 'minutes', said: 'what was done' },
  shock: { of: 'holding', value: 'minutes', said: 'what was done' },
  flowSet: { of: 'holding', value: 'L/min', said: 'what was done' },
  looked: { of: 'holding', said: 'how they settled' },
  treated: { of: 'holding', value: 'instant', said: 'the product' },
  treatedEnd: { of: 'holding', value: 'entry' },
  broodTreated: { of: 'fish', value: 'instant', said: 'the product' },
  broodTreatedEnd: { of: 'fish', value: 'entry' },
  inspection: { of: 'holding', value: 'inspection', said: 'the container, or what was found' },
  case: { of: 'holding', value: 'case', said: 'what was said of it' },
  waterChanged: { of: 'holding', value: 'minutes', said: 'what was done' },
  note: { of: 'unit' },
  drain: { of: 'unit', said: 'how its standpipe stands' },
  screen: { of: 'unit', value: 'mm' },
} as const satisfies Record<string, Kind>;

/** What was seen of a hatch. */
export type HatchSeen = 'first' | 'half' | 'done';

/**
 * The kind of an observation: one of the list, or one that takes its second part from data: a check of a species (with
 * its sample), what was seen of a hatch, a task of the routine (its value is the room), a reading typed by eye.
 */
export type ObservationKind =
  | keyof typeof observationKinds
  | `check:${string}`
  | `hatch:${HatchSeen}`
  | `task:${string}`
  | SensorKind
  | HandKind;
