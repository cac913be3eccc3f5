import type { Work } from './works';

/** An end of a line of the drawing. */
export type LineEnd = { work: number } | { room: number };

/** A line as the works keep it: `holder` names `other` among what it takes from, or among the rooms that it serves. */
export type Line = { holder: number; as: 'from' | 'rooms'; other: number; there: boolean };

/**
 * Which line runs from one end to the other, whether it is drawn or not: a work takes from the work before it, serves a
 * room, and an outflow takes the water of rooms. Null where no water can run so: electric circuits carry none, a room
 * gives to outflows only, nothing takes from itself.
 */
export function lineBetween(works: readonly Work[], from: LineEnd, to: LineEnd): Line | null {
  const work = (e: LineEnd) => ('work' in e ? works.find((w) => w.id === e.work && w.kind !== 'breaker') : undefined);
  const [a, b] = [work(from), work(to)];
  const held = (holder: Work, as: Line['as'], other: number): Line => ({
    holder: holder.id,
    as,
    other,
    there: holder[as].includes(other),
  });
  if (a && b) return a.id === b.id ? null : held(b, 'from', a.id);
  if (a && 'room' in to) return held(a, 'rooms', to.room);
  if (b && 'room' in from) return b.kind === 'outflow' ? held(b, 'rooms', from.room) : null;
  return null;
}

/** What no work leads water to once a line is taken away: the room or the work at its end, where it was the last. */
export function leftDry(works: readonly Work[], line: Line): boolean {
  const holder = works.find((w) => w.id === line.holder);
  if (!holder || holder.kind === 'outflow') return false;
  if (line.as === 'from') return holder.from.every((f) => f === line.other);
  return !works.some(
    (w) =>
      w.id !== line.holder &&
      w.kind !== 'outflow' &&
      w.kind !== 'breaker' &&
      w.kind !== 'blower' &&
      w.rooms.includes(line.other),
  );
}
