import { type FeedTable, feedTable, tableFits } from '@/core/feeding/feedTable';
import { shippedFeeding } from '@/reference/feeding';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** The hatchery's own tables of rations, newest first, before those that ship. */
export async function feedTables(db: Db, siteId: number): Promise<(FeedTable & { own: boolean })[]> {
  const rows = await db('feed_table').where({ site_id: siteId }).orderBy('recorded_at', 'desc').select('content');
  const own = rows.flatMap((r) => {
    const parsed = feedTable.safeParse(fromJson(r.content));
    return parsed.success ? [{ ...parsed.data, own: true }] : [];
  });
  return [
    ...own,
    ...shippedFeeding()
      .tables.filter((t) => !own.some((o) => o.id === t.id))
      .map((t) => ({ ...t, own: false })),
  ];
}

/** The table that a species is fed by: the one that was chosen, else an own one, else the shipped one; null for none. */
export function tableOf<T extends FeedTable>(
  tables: readonly T[],
  species: { id: string; group: string },
  chosen?: string,
): T | null {
  return tables.find((t) => t.id === chosen) ?? tables.find((t) => tableFits(t, species)) ?? null;
}
