import type { LivingHolding } from '@/server/stock/livingStock';

/** Rows of the walk that one page holds; above it the rooms are walked one at a time. */
const ONE_PAGE = 120;

/** Which rooms lie open: all, or, in a large hatchery, the one asked for, else the first with something left to do. */
export function walkedRooms(holdings: readonly LivingHolding[], asked: number | null): ReadonlySet<number> {
  const all = new Set(holdings.map((h) => h.roomId));
  if (holdings.length <= ONE_PAGE) return all;
  if (asked !== null && all.has(asked)) return new Set([asked]);
  const first = holdings.find((h) => h.due.some((d) => d.kind === 'pick' || d.kind === 'dead')) ?? holdings[0]!;
  return new Set([first.roomId]);
}
