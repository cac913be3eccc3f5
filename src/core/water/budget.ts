import type { Work } from './works';

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

/** The budget of each source of water: what all rooms behind it, however far, take of it. */
export function flowBudget(
  works: readonly (Work & { flowLPerMin: number | null })[],
  roomFlow: ReadonlyMap<number, number>,
): SourceBudget[] {
  const behind = (id: number): Set<number> => {
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
  };
  const sources = works.filter((w) => w.kind === 'source').map((w) => ({ w, rooms: behind(w.id) }));
  return sources.map(({ w, rooms }) => ({
    id: w.id,
    name: w.name,
    givesLPerMin: w.flowLPerMin,
    asksLPerMin: [...rooms].reduce((s, r) => s + (roomFlow.get(r) ?? 0), 0),
    rooms: [...rooms],
    shared: [...rooms].filter((r) => sources.some((o) => o.w.id !== w.id && o.rooms.has(r))),
  }));
}
