import type { Work } from './circuits/works';

/** What a source gives against what the rooms behind it are set to take. */
export type SourceBudget = {
  id: number;
  name: string;
  /** What it gives at most, L/min; null where nobody said. */
  givesLPerMin: number | null;
  /** Set flow of the units of the rooms behind it. */
  asksLPerMin: number;
  rooms: number[];
  /** Rooms of those that other sources feed, too: their water is counted at each. */
  shared: number[];
};

/** Rooms that lie behind a work, however far. */
export function roomsBehind(works: readonly Work[], id: number): Set<number> {
  const [rooms, seen] = [new Set<number>(), new Set([id])];
  for (let front = [id]; front.length > 0; ) {
    const here = works.filter((w) => front.includes(w.id) && w.kind !== 'outflow');
    for (const r of here.flatMap((w) => w.rooms)) rooms.add(r);
    front = works
      .filter((w) => w.from.some((f) => front.includes(f)) && !seen.has(w.id) && w.kind !== 'breaker')
      .map((w) => w.id);
    for (const f of front) seen.add(f);
  }
  return rooms;
}

/** A month in which a source gives less than is asked of it, or less may be taken. */
export type ShortMonth = {
  /** 0 is January. */ month: number;
  givesLPerMin: number | null;
  permitLPerMin: number | null;
};

/**
 * Months in which what is asked now is more than a source gives, or than may be taken, the next to come first.
 * @param gives by month; null where it gives what it gives at most  @param from this month, 0 is January
 */
export function shortMonths(
  asksLPerMin: number,
  most: number | null,
  gives: readonly (number | null)[] | null,
  permit: readonly (number | null)[] | null,
  from: number,
): ShortMonth[] {
  return Array.from({ length: 12 }, (_, k) => {
    const month = (from + k) % 12;
    return { month, givesLPerMin: gives?.[month] ?? most, permitLPerMin: permit?.[month] ?? null };
  }).filter(
    (m) =>
      (m.givesLPerMin !== null && asksLPerMin > m.givesLPerMin) ||
      (m.permitLPerMin !== null && asksLPerMin > m.permitLPerMin),
  );
}

/** The budget of each source of water: what all rooms behind it, however far, take of it. */
export function flowBudget(
  works: readonly (Work & { flowLPerMin: number | null })[],
  roomFlow: ReadonlyMap<number, number>,
): SourceBudget[] {
  const sources = works.filter((w) => w.kind === 'source').map((w) => ({ w, rooms: roomsBehind(works, w.id) }));
  return sources.map(({ w, rooms }) => ({
    id: w.id,
    name: w.name,
    givesLPerMin: w.flowLPerMin,
    asksLPerMin: [...rooms].reduce((s, r) => s + (roomFlow.get(r) ?? 0), 0),
    rooms: [...rooms],
    shared: [...rooms].filter((r) => sources.some((o) => o.w.id !== w.id && o.rooms.has(r))),
  }));
}
