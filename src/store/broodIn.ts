import type { Db } from './connection';

/** Fates by which a brood fish is not in its unit any more. */
export const GONE = ['returned', 'food', 'laboratory', 'killed', 'died', 'sold'];

/** Brood fish by the unit in which they were last said to stand: tagged ones that are still here. */
export async function broodByUnit(db: Db, siteId: number): Promise<Map<number, string[]>> {
  const ranked = db('observation as o')
    .join('brood_fish as f', 'f.id', 'o.brood_fish_id')
    .where({ 'f.site_id': siteId, 'f.pedigree_only': false })
    .whereIn('o.kind', ['stood', 'fate'])
    .select(
      'o.brood_fish_id',
      'f.tag',
      'o.kind',
      'o.said',
      'o.unit_id',
      db.raw('ROW_NUMBER() OVER (PARTITION BY o.brood_fish_id, o.kind ORDER BY o.at DESC, o.id DESC) AS nth'),
    );
  const rows = await db.from(ranked.as('x')).where('x.nth', 1).orderBy('x.tag').select<
    {
      brood_fish_id: number;
      tag: string;
      kind: string;
      said: string | null;
      unit_id: number | null;
    }[]
  >('x.*');
  const gone = new Set(
    rows.filter((r) => r.kind === 'fate' && GONE.includes(r.said ?? '')).map((r) => r.brood_fish_id),
  );
  const byUnit = new Map<number, string[]>();
  for (const r of rows)
    if (r.kind === 'stood' && r.unit_id !== null && !gone.has(r.brood_fish_id))
      byUnit.set(r.unit_id, [...(byUnit.get(r.unit_id) ?? []), r.tag]);
  return byUnit;
}
