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

/** A brood fish as it stood at an instant. */
export type StoodThen = { id: number; tag: string; species: string; unit: number | null; massG: number | null };

/**
 * A brood fish and all the tagged that stood in its unit at an instant, with what each weighed last; none of those that
 * had left by then. Where nobody said in which unit it stood, it alone.
 */
export async function standingWith(db: Db, siteId: number, id: number, at: number): Promise<StoodThen[]> {
  const ranked = db('observation as o')
    .join('brood_fish as f', 'f.id', 'o.brood_fish_id')
    .where({ 'f.site_id': siteId, 'f.pedigree_only': false })
    .whereIn('o.kind', ['stood', 'fate', 'mass'])
    .where('o.at', '<=', at)
    .select(
      'f.id',
      'f.tag',
      'f.species',
      'o.kind',
      'o.said',
      'o.value',
      'o.unit_id',
      db.raw('ROW_NUMBER() OVER (PARTITION BY f.id, o.kind ORDER BY o.at DESC, o.id DESC) AS nth'),
    );
  const rows = await db.from(ranked.as('x')).where('x.nth', 1).orderBy('id').select<
    {
      id: number;
      tag: string;
      species: string;
      kind: string;
      said: string | null;
      value: number | null;
      unit_id: number | null;
    }[]
  >('id', 'tag', 'species', 'kind', 'said', 'value', 'unit_id');
  const self = await db('brood_fish')
    .where({ id, site_id: siteId })
    .first<{ id: number; tag: string; species: string } | undefined>('id', 'tag', 'species');
  if (!self) return [];
  const gone = new Set(rows.filter((r) => r.kind === 'fate' && GONE.includes(r.said ?? '')).map((r) => r.id));
  const of = (kind: string, fish: number) => rows.find((r) => r.kind === kind && r.id === fish);
  const unit = of('stood', id)?.unit_id ?? null;
  const beside = rows.filter((r) => r.kind === 'stood' && r.unit_id !== null && r.unit_id === unit && r.id !== id);
  return [self, ...beside]
    .filter((f) => !gone.has(f.id))
    .map((f) => ({ id: f.id, tag: f.tag, species: f.species, unit, massG: of('mass', f.id)?.value ?? null }));
}
