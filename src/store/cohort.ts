import { lineage } from './books/flows';
import type { Db } from './connection';

/** A lot in which animals of another lived before, and until when. */
export type Ancestor = { id: number; until: number };

/**
 * The lots in which the animals of a lot lived before it was made or they were mixed into it, nearest and largest part
 * first: graded, parted and moved, they are the cohort that they were, with its water and with what was seen of it. Only
 * those that were fertilised with it: what others lived through is not this lot's.
 */
export async function cohortOf(db: Db, lot: { id: number; fertilised_at: number | null }): Promise<Ancestor[]> {
  if (lot.fertilised_at === null) return [];
  const links = await lineage(db, lot.id);
  if (links.length === 0) return [];
  const together = new Set(
    await db('lot')
      .whereIn('id', [...new Set(links.map((l) => l.from))])
      .where({ fertilised_at: lot.fertilised_at })
      .pluck('id'),
  );
  const until = new Map<number, number>();
  let frontier = new Map([[lot.id, Number.POSITIVE_INFINITY]]);
  while (frontier.size > 0) {
    const next = new Map<number, number>();
    const into = links.filter((l) => frontier.has(l.to) && together.has(l.from)).sort((a, b) => b.number - a.number);
    for (const l of into) {
      if (l.from === lot.id) continue;
      const end = Math.min(l.at, frontier.get(l.to)!);
      const known = until.get(l.from);
      if (known !== undefined && known >= end) continue;
      until.set(l.from, end);
      next.set(l.from, end);
    }
    frontier = next;
  }
  return [...until].map(([id, end]) => ({ id, until: end }));
}
