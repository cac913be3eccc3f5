import { fishUse, minutesLeft, minutesOfWarmth } from '../stillWater';
import type { Lost } from './works';

/** A tank as far as it matters when something stops. */
export type TankInDanger = {
  unitId: number;
  unit: string;
  roomId: number;
  /** What stands there, in words. */
  holds: string;
  volumeL: number | null;
  flowLPerMin: number | null;
  celsius: number | null;
  /** As it was read last; null where it was not. */
  oxygenMgPerL: number | null;
  /** What the water that runs in brings; null where it is not known. */
  inflowMgPerL: number | null;
  /** Fish: what they weigh; null of eggs and larvae, and where they were never weighed. */
  fish: { massKg: number; meanG: number } | null;
  /** Eggs and larvae: minutes after the water stops. */
  eggMinutes: number | null;
  criticalMgPerL: number;
  bears: { low?: number; high?: number };
  /** Water between what warms it and the tanks of its room, and all that runs through; null where nothing stands between. */
  between: { volumeL: number; flowLPerMin: number } | null;
  /** Temperature of the water as it comes from its source. */
  sourceCelsius: number | null;
  /** Minutes of reserve behind the neutraliser. */
  chlorineMinutes: number | null;
};

export type Dies = {
  unitId: number;
  unit: string;
  holds: string;
  /** Null: not within minutes, or what it would be told by is not known. */
  minutes: number | null;
  why: Lost;
  /** What is not known, or why it lasts. */
  says: string;
};

/** So many minutes and more are no hurry. */
const LONG_MINUTES = 24 * 60;

/**
 * The tanks that suffer when rooms lose something, the one that dies first before the others; those of which it cannot be
 * told stand behind what is told within hours, with what is missing.
 */
export function firstToDie(tanks: readonly TankInDanger[], lost: ReadonlyMap<number, ReadonlySet<Lost>>): Dies[] {
  return tanks
    .flatMap((t): Dies[] => {
      const all = [...(lost.get(t.roomId) ?? [])].map((why) => ({
        unitId: t.unitId,
        unit: t.unit,
        holds: t.holds,
        why,
        ...minutesFor(t, why, lost.get(t.roomId)!),
      }));
      // Of several losses the soonest; one that cannot be told does not hide one that can.
      return all.length === 0 ? [] : [all.sort(soonest)[0]!];
    })
    .sort(soonest);
}

/** Not told comes behind what is told within a day, before what lasts. */
const rank = (d: Pick<Dies, 'minutes' | 'says'>) =>
  d.minutes === null ? (d.says.startsWith('not known') ? LONG_MINUTES : Number.POSITIVE_INFINITY) : d.minutes;
const soonest = (a: Pick<Dies, 'minutes' | 'says'>, b: Pick<Dies, 'minutes' | 'says'>) => rank(a) - rank(b);

function minutesFor(t: TankInDanger, why: Lost, all: ReadonlySet<Lost>): { minutes: number | null; says: string } {
  switch (why) {
    case 'water':
    case 'air':
      return byOxygen(t, why === 'water' || all.has('water'));
    case 'chlorine':
      return t.chlorineMinutes === null
        ? { minutes: null, says: 'not known: set chlorine, flow and volume of the room' }
        : { minutes: t.chlorineMinutes, says: 'until chlorine is above what they bear' };
    case 'heat': {
      if (t.volumeL === null || !t.flowLPerMin || t.celsius === null || t.sourceCelsius === null)
        return {
          minutes: null,
          says: `not known: ${missing(t, 'volumeL', 'flowLPerMin', 'celsius', 'sourceCelsius')}`,
        };
      // What is mixed before the tanks cools slower than they renew: its time is the longer, and theirs not added.
      const through = t.between ?? { volumeL: t.volumeL, flowLPerMin: t.flowLPerMin };
      const minutes = minutesOfWarmth({ ...through, celsius: t.celsius, sourceCelsius: t.sourceCelsius }, t.bears);
      return minutes === null
        ? { minutes, says: 'stays within what they bear' }
        : { minutes, says: 'until it is out of what they bear' };
    }
    case 'gas':
      return { minutes: null, says: 'read oxygen and total gas: nitrogen harms within hours' };
    case 'filter':
      return { minutes: null, says: 'feed nothing, read ammonia: it harms within hours' };
  }
}

function byOxygen(t: TankInDanger, standsStill: boolean): { minutes: number | null; says: string } {
  if (t.eggMinutes !== null)
    return standsStill
      ? { minutes: t.eggMinutes, says: 'until their oxygen is down to what harms' }
      : { minutes: null, says: 'the water still runs' };
  if (t.volumeL === null || t.celsius === null || t.fish === null)
    return { minutes: null, says: `not known: ${missing(t, 'volumeL', 'celsius', 'fish')}` };
  const minutes = minutesLeft({
    volumeL: t.volumeL,
    massKg: t.fish.massKg,
    useMgPerKgHour: fishUse(t.fish.meanG, t.celsius),
    oxygenMgPerL: t.oxygenMgPerL ?? t.inflowMgPerL ?? 0,
    criticalMgPerL: t.criticalMgPerL,
    ...(!standsStill && t.flowLPerMin && t.inflowMgPerL !== null
      ? { inflow: { flowLPerMin: t.flowLPerMin, oxygenMgPerL: t.inflowMgPerL } }
      : {}),
  });
  return minutes === null
    ? { minutes, says: 'the water that runs in brings enough' }
    : {
        minutes,
        says:
          t.oxygenMgPerL === null
            ? 'until their oxygen is down to what kills, from nearly full water'
            : 'until their oxygen is down to what kills',
      };
}

const words = {
  volumeL: 'set its volume',
  flowLPerMin: 'set its flow',
  celsius: 'read its temperature',
  sourceCelsius: 'name the probe of its source',
  fish: 'weigh them',
} as const;
const missing = (t: TankInDanger, ...of: (keyof typeof words)[]) =>
  of
    .filter((k) => t[k] === null)
    .map((k) => words[k])
    .join(', ');
