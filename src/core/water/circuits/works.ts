import { idsOf } from '../../ids';

/** What stops downstream when a work stops: all water, air, or only what it does to water that runs on through it. */
export type WorkStops = 'water' | 'air' | 'power' | 'chlorine' | 'heat' | 'filter' | 'gas' | 'nothing';

/**
 * Works of a water supply, from the source to the outflow: what each is for, what it takes with it when it stops, and
 * what to do then, in this order.
 */
export const workKinds = {
  source: {
    word: 'source',
    stops: 'water',
    does: 'gives the water: spring, river, well, town main',
    answer: [
      'look at the screen of the intake, then at the level behind it',
      'open what stands in reserve',
      'stop feeding',
    ],
  },
  head: {
    word: 'head box',
    stops: 'water',
    does: 'holds the water at its height',
    answer: [
      'look at its level and its overflow',
      'look at the intake before it',
      'close what can wait, so that the fry keep theirs',
    ],
  },
  pump: {
    word: 'pump',
    stops: 'water',
    does: 'lifts or returns the water',
    answer: [
      'start the spare pump',
      'look at the breaker, then at the suction screen',
      'air into the tanks that come first',
    ],
  },
  tower: {
    word: 'aeration tower',
    stops: 'gas',
    does: 'brings oxygen in and lets nitrogen out',
    answer: [
      'look at its plates and its fan',
      'read oxygen and total gas below it',
      'air into the tanks that come first',
    ],
  },
  heater: {
    word: 'heater',
    stops: 'heat',
    does: 'warms the water',
    answer: [
      'look at the breaker',
      'lower the flow as far as their oxygen bears: it cools slower',
      'cover what can be covered',
    ],
  },
  chiller: {
    word: 'chiller',
    stops: 'heat',
    does: 'cools the water',
    answer: ['look at the breaker', 'ice, in bags, into the head box', 'stop feeding: warm fish use more'],
  },
  neutraliser: {
    word: 'neutraliser',
    stops: 'chlorine',
    does: 'takes the chlorine out of town water',
    answer: [
      'close the town main now: standing water is the lesser evil',
      'dose by hand into the head box',
      'read chlorine before the water runs on',
    ],
  },
  filter: {
    word: 'filter',
    stops: 'filter',
    does: 'takes out solids',
    answer: ['by-pass it', 'back-flush, with the pressure before and after', 'stop feeding until it runs'],
  },
  biofilter: {
    word: 'biofilter',
    stops: 'filter',
    does: 'turns ammonia into nitrate',
    answer: [
      'keep it wet and aired: it dies within hours',
      'stop feeding',
      'read ammonia and nitrite morning and evening',
    ],
  },
  uv: {
    word: 'ultraviolet',
    stops: 'nothing',
    does: 'kills what drifts in the water',
    answer: ['look at the lamp and its breaker', 'note until when it was dark'],
  },
  blower: {
    word: 'blower',
    stops: 'air',
    does: 'drives air into the tanks',
    answer: ['start the spare blower', 'oxygen from the bottle into the tanks that come first', 'stop feeding'],
  },
  breaker: {
    word: 'electric circuit',
    stops: 'power',
    does: 'feeds what hangs on it',
    answer: [
      'dry hands and boots; nobody in the water',
      'take off what is not needed, then switch it in once',
      'does it trip again: leave it out, call who may open it',
    ],
  },
  outflow: {
    word: 'settling, outflow',
    stops: 'nothing',
    does: 'lets waste settle before the water leaves',
    answer: [
      'look at the level above it: what stands back floods',
      'nothing is discharged that the permit does not allow',
    ],
  },
} as const satisfies Record<string, { word: string; stops: WorkStops; does: string; answer: readonly string[] }>;

export type WorkKind = keyof typeof workKinds;
export const workKindIds = idsOf(workKinds);

/** How a work stands, as somebody noticed it. All but `runs` mean that it does not do what it is for. */
const workStates = {
  stopped: 'stopped',
  tripped: 'tripped',
  blocked: 'blocked',
  low: 'level low',
  silent: 'its sound is gone',
  runs: 'runs again',
} as const;
/** What was done to one while it runs. */
const workCare = { flushed: 'back-flushed', cleaned: 'cleaned', looked: 'looked at' } as const;
export const workEvents = { ...workStates, ...workCare } as const;
export type WorkEvent = keyof typeof workEvents;
export const workEventIds = idsOf(workEvents);
export type WorkState = keyof typeof workStates;
export const workStateIds = idsOf(workStates);
export const workCareIds = idsOf(workCare);

/** One work of a site. */
export type Work = {
  id: number;
  name: string;
  kind: WorkKind;
  /** Works whose water, air or current it takes; of several that give the same, one is enough. */
  from: readonly number[];
  /** Rooms that it serves directly. */
  rooms: readonly number[];
  /** The electric circuit that it hangs on. */
  breaker: number | null;
  watts: number | null;
  /** Of an electric circuit: what it bears. */
  amperes: number | null;
};

/** What a room has lost: water, air, or what is done to its water. */
export type Lost = Exclude<WorkStops, 'power' | 'nothing'>;

/** Which works do not run: those that were stopped, and those whose current is gone with them. */
export function notRunning(works: readonly Work[], stopped: ReadonlySet<number>): Set<number> {
  const out = new Set(stopped);
  const byId = new Map(works.map((w) => [w.id, w]));
  // A breaker may hang on another: as many turns as there are works end any chain, also one that runs in a circle.
  for (let turn = 0; turn < works.length; turn++) {
    const before = out.size;
    for (const w of works) {
      const over = w.breaker ?? (w.kind === 'breaker' ? (w.from[0] ?? null) : null);
      if (over !== null && byId.has(over) && out.has(over)) out.add(w.id);
    }
    if (out.size === before) break;
  }
  return out;
}

/**
 * What each room has lost while some works do not run. Water comes to a room while one of the works that bring it there
 * has it from a source that runs; air likewise from a blower. What is done to water that runs on (heat, chlorine, gas,
 * filter) is lost to all that lies behind the work on every way by which water still comes.
 */
export function lostBy(works: readonly Work[], stopped: ReadonlySet<number>): Map<number, Set<Lost>> {
  const off = notRunning(works, stopped);
  const byId = new Map(works.map((w) => [w.id, w]));
  const memo = new Map<number, { water: boolean; without: Set<Lost> } | null>();
  /** The water behind a work: whether it comes, and what was not done to it. Null within a circle. */
  const behind = (id: number): { water: boolean; without: Set<Lost> } | null => {
    if (memo.has(id)) return memo.get(id)!;
    memo.set(id, null);
    const w = byId.get(id)!;
    const { stops } = workKinds[w.kind];
    const ups = w.from.filter((f) => byId.has(f) && carriesWater(byId.get(f)!)).flatMap((f) => behind(f) ?? []);
    const wet = ups.filter((u) => u.water);
    const comes = w.kind === 'source' || ups.length === 0 ? true : wet.length > 0;
    const water = comes && !(off.has(id) && stops === 'water');
    const without = new Set<Lost>(commonOf(wet.map((u) => u.without)));
    if (off.has(id) && stops !== 'water' && stops !== 'air' && stops !== 'power' && stops !== 'nothing')
      without.add(stops);
    const out = { water, without };
    memo.set(id, out);
    return out;
  };
  const rooms = new Map<number, Set<Lost>>();
  for (const room of new Set(works.flatMap((w) => w.rooms))) {
    const lost = new Set<Lost>();
    const here = works.filter((w) => w.rooms.includes(room));
    const waters = here.filter(carriesWater).flatMap((w) => behind(w.id) ?? []);
    const wet = waters.filter((x) => x.water);
    if (waters.length > 0 && wet.length === 0) lost.add('water');
    for (const l of commonOf(wet.map((x) => x.without))) lost.add(l);
    const airs = here.filter((w) => w.kind === 'blower');
    if (airs.length > 0 && airs.every((w) => off.has(w.id))) lost.add('air');
    if (lost.size > 0) rooms.set(room, lost);
  }
  return rooms;
}

const carriesWater = (w: Work): boolean => w.kind !== 'blower' && w.kind !== 'breaker' && w.kind !== 'outflow';

/** What all of them lack: one that has it is enough. Chlorine harms whichever way it comes. */
function commonOf(sets: readonly ReadonlySet<Lost>[]): Lost[] {
  const any = new Set(sets.flatMap((s) => [...s]));
  return [...any].filter((l) => l === 'chlorine' || sets.every((s) => s.has(l)));
}

/** Load of each electric circuit, in amperes at a voltage, against what it bears. */
export function loads(
  works: readonly Work[],
  volts: number,
): { breaker: Work; amperes: number; share: number | null; unknown: string[] }[] {
  return works
    .filter((w) => w.kind === 'breaker')
    .map((breaker) => {
      const on = works.filter((w) => w.breaker === breaker.id);
      const amperes = on.reduce((s, w) => s + (w.watts ?? 0), 0) / volts;
      return {
        breaker,
        amperes,
        share: breaker.amperes === null ? null : amperes / breaker.amperes,
        unknown: on.filter((w) => w.watts === null).map((w) => w.name),
      };
    });
}
