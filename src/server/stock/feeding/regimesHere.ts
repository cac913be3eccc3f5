import { type RegimePlan, regimePlan } from '@/core/feeding/regimes';
import { shippedRegimes } from '@/reference/regimes';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** A way of starting and weaning larvae, the hatchery's own or one that ships. */
export type RegimeHere = RegimePlan & { own: boolean };

/** The hatchery's own regimes, newest first, before those that ship. One statement. */
export async function regimesHere(db: Db, siteId: number): Promise<RegimeHere[]> {
  const rows = await db('regime').where({ site_id: siteId }).orderBy('recorded_at', 'desc').select('content');
  return [
    ...rows.flatMap((r) => {
      const parsed = regimePlan.safeParse(fromJson(r.content));
      return parsed.success ? [{ ...parsed.data, own: true }] : [];
    }),
    ...shippedRegimes().map((r) => ({ ...r, own: false })),
  ];
}
