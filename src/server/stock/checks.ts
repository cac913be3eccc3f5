import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

export type Check = {
  kind: string;
  name: string;
  at: number;
  successes: number;
  trials: number;
  share: number;
  low: number;
  high: number;
  unit: string;
};

export async function checksOf(
  db: Db,
  siteId: number,
  of: { holdingIds?: readonly number[]; lotId?: number },
): Promise<Check[]> {
  const rows = await db('observation as o')
    .leftJoin('unit as u', 'u.id', 'o.unit_id')
    .leftJoin('lot as t', 't.id', 'o.lot_id')
    .where('o.kind', 'like', 'check:%')
    .modify((q) => {
      if (of.holdingIds) q.whereIn('o.holding_id', [...of.holdingIds]);
      if (of.lotId !== undefined) q.where('o.lot_id', of.lotId);
    })
    .orderBy('o.at', 'desc')
    .limit(20)
    .select<(Check & { species: string })[]>(
      'o.kind',
      'o.at',
      'o.successes',
      'o.trials',
      'o.value as share',
      'o.low',
      'o.high',
      'u.name as unit',
      't.species',
    );
  const book = rows.length > 0 ? await speciesBook(db, siteId) : new Map();
  return rows.map((r) => ({
    ...r,
    name: book.get(r.species)?.checks.find((c: { id: string }) => `check:${c.id}` === r.kind)?.name ?? r.kind.slice(6),
  }));
}
