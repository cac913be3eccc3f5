import type { Task } from '../species/species';
import { thresholds } from '../thresholds';
import { addLocalDays, localDay } from '../time/localDay';
import { HOUR_MS } from '../time/spans';

const DAY = 24 * HOUR_MS;

/** What stands somewhere, as far as the routine of its room wants to know. */
export type RoutineHolding = {
  roomId: number;
  unit: string;
  unitKind: string;
  station: string;
  openedAt: number;
  /** Share of the way to hatch, of eggs; null where it is not known. */
  progress: number | null;
  tasks: readonly Pick<Task, 'id' | 'name' | 'says' | 'stations' | 'units' | 'from' | 'forDays' | 'everyHours'>[];
};
export type Ticks = ReadonlyMap<string, number>;
/** A thing of the routine, once a room and for all the units in it that want it. */
export type RoutineTask = {
  roomId: number;
  id: string;
  name: string;
  says: string;
  units: string[];
  /** When it was last done in this room. */
  last: number | null;
  due: boolean;
  /** Whole rhythms that went by without it, beyond the one that is due. */
  missed: number;
};

/** In rooms on town water: a reading of chlorine there counts as done, too. */
export const townWaterTask: RoutineHolding['tasks'][number] = {
  id: 'chlorine',
  name: 'residual chlorine',
  says: 'measured where they stand; the dosing pump runs, its stock lasts until the next round',
  stations: ['eggs', 'yolksac'],
  units: [],
  from: 0,
  get everyHours() {
    return thresholds.chlorineEvery.value;
  },
};

export const tickOf = (roomId: number, task: string) => `${roomId} ${task}`;

/**
 * The routine of each room, in the order of Reference: what is gone over beside the animals themselves. One tick is for
 * the whole room. A rhythm of whole days falls due with the local day, so that it keeps to the morning round; a shorter
 * one by the clock. Species that want the same more or less often are served by the more frequent.
 */
export function routineOf(
  holdings: readonly RoutineHolding[],
  ticks: Ticks,
  now: number,
  timeZone: string,
): RoutineTask[] {
  const found = new Map<string, RoutineTask & { everyHours: number }>();
  for (const h of holdings)
    for (const t of h.tasks) {
      if (!wants(h, t, now)) continue;
      const key = tickOf(h.roomId, t.id);
      const task = found.get(key) ?? {
        roomId: h.roomId,
        id: t.id,
        name: t.name,
        says: t.says,
        units: [],
        last: ticks.get(key) ?? null,
        due: false,
        missed: 0,
        everyHours: t.everyHours,
      };
      if (!task.units.includes(h.unit)) task.units.push(h.unit);
      task.everyHours = Math.min(task.everyHours, t.everyHours);
      found.set(key, task);
    }
  return [...found.values()].map(({ everyHours, ...t }) => ({ ...t, ...dueness(t.last, everyHours, now, timeZone) }));
}

function wants(h: RoutineHolding, t: RoutineHolding['tasks'][number], now: number): boolean {
  if (t.everyHours === 0 || !(t.stations as readonly string[]).includes(h.station)) return false;
  if (t.units.length > 0 && !(t.units as readonly string[]).includes(h.unitKind)) return false;
  if (h.station === 'eggs' && t.from > 0 && (h.progress ?? 0) < t.from) return false;
  return t.forDays === undefined || now - h.openedAt < t.forDays * DAY;
}

function dueness(last: number | null, everyHours: number, now: number, timeZone: string) {
  if (last === null) return { due: true, missed: 0 };
  const days = everyHours / 24;
  const whole = Number.isInteger(days);
  const due = whole
    ? last < addLocalDays(now, 1 - days, timeZone)
    : // A round a little early is a round.
      now - last >= 0.9 * everyHours * HOUR_MS;
  const gone = whole
    ? Math.round((localDay(now, timeZone).start - localDay(last, timeZone).start) / DAY) / days
    : (now - last) / (everyHours * HOUR_MS);
  return { due, missed: due ? Math.max(0, Math.floor(gone) - 1) : 0 };
}
