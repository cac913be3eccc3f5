import { badNeighbours, type ChemicalMove, type Hazard, type Neighbours, onHand } from '@/core/health/chemicals';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

export type Chemical = {
  id: number;
  name: string;
  unit: 'g' | 'mL';
  place: string;
  hazard: Hazard;
  least: number | null;
  goodUntil: number | null;
  /** On hand, by what came, went, was counted, and what treatments took. */
  left: number;
  /** The last lines, the latest first. */
  moves: { at: number; what: ChemicalMove | 'treatment'; amount: number; said: string }[];
};
export type ChemicalStore = { list: Chemical[]; apart: Neighbours[] };

/** Chemicals of the store, each with what is on hand. Three statements. */
export async function chemicals(db: Db, siteId: number, now: number): Promise<Chemical[]> {
  const rows = await db('chemical')
    .where({ site_id: siteId, retired: false })
    .orderBy('name')
    .select<Omit<Chemical, 'left' | 'moves'>[]>('id', 'name', 'unit', 'place', 'hazard', 'least', {
      goodUntil: 'good_until',
    });
  if (rows.length === 0) return [];
  const [moves, treated] = await Promise.all([
    db('chemical_move')
      .whereIn(
        'chemical_id',
        rows.map((r) => r.id),
      )
      .where('at', '<=', now)
      .orderBy(['at', 'id'])
      .select<{ of: number; at: number; what: ChemicalMove; amount: number; said: string }[]>(
        'at',
        'what',
        'amount',
        'said',
        { of: 'chemical_id' },
      ),
    // What was corrected stands as it was corrected: only entries that still say something of fish.
    db('entry as e')
      .join('observation as o', 'o.entry_seq', 'e.seq')
      .leftJoin('unit as u', 'u.id', 'o.unit_id')
      .where({ 'e.site_id': siteId })
      .whereIn('e.kind', ['treatment', 'broodTreatment'])
      .whereIn('o.kind', ['treated', 'broodTreated'])
      .where('e.at', '<=', now)
      .whereIn(
        'o.said',
        rows.map((r) => r.name),
      )
      // One dose, however many brood fish it was for.
      .groupBy('e.seq', 'e.at', 'e.intent', 'o.said')
      .select<{ at: number; intent: string; said: string; unit: string | null }[]>(
        'e.at',
        'e.intent',
        'o.said',
        db.raw('MIN(u.name) AS unit'),
      ),
  ]);
  return rows.map((r): Chemical => {
    const own = moves.filter((m) => m.of === r.id).map(({ of: _, ...m }) => m);
    const by = treated
      .filter((t) => t.said.toLowerCase() === r.name.toLowerCase())
      .flatMap((t) => {
        const { worked } = fromJson<{ worked?: { productG: number | null; productMl: number | null } }>(t.intent);
        const amount = (r.unit === 'g' ? worked?.productG : worked?.productMl) ?? null;
        return amount === null ? [] : [{ at: t.at, what: 'treatment' as const, amount, said: t.unit ?? '' }];
      });
    return {
      ...r,
      left: onHand([...own, ...by.map((b) => ({ ...b, what: 'used' as const }))]),
      moves: [...own, ...by].sort((a, b) => b.at - a.at).slice(0, SHOWN),
    };
  });
}

const SHOWN = 8;

/** The store with what must not stand together in it. */
export async function chemicalStore(db: Db, siteId: number, now: number): Promise<ChemicalStore> {
  const list = await chemicals(db, siteId, now);
  return { list, apart: badNeighbours(list.filter((c) => c.left > 0)) };
}
