import { type Kind, kindsOf, type OffspringSex } from '@/core/brood/strainAndSex';
import type { Db, Trx } from './connection';

/** Strain and sex of lots as their families stand now, by lot; of those whose families are not known nothing. */
export async function lotKinds(db: Db | Trx, lotIds: readonly number[]): Promise<Map<number, Kind[]>> {
  if (lotIds.length === 0) return new Map();
  // Most lots are of the past: by the lots, not whole, though many of those asked for live in a small hatchery.
  const rows = await db
    .from(db.raw('lot_share AS s FORCE INDEX (lot_share_lot_id_superseded_seq_index)'))
    // From the lot to its families: the other way round every family would be read.
    .join('family as f', 'f.id', db.raw('CAST(s.family AS UNSIGNED)'))
    .whereIn('s.lot_id', [...lotIds])
    .whereNull('s.superseded_seq')
    .groupBy('s.lot_id', 'f.strain', 'f.sex')
    .select<
      {
        lot_id: number;
        strain: string;
        sex: OffspringSex;
        share: number;
      }[]
    >('s.lot_id', 'f.strain', 'f.sex', db.raw('SUM(s.share) AS share'));
  const by = new Map<number, Kind[]>();
  for (const r of rows)
    by.set(r.lot_id, [...(by.get(r.lot_id) ?? []), { strain: r.strain, sex: r.sex, share: Number(r.share) }]);
  return new Map([...by].map(([id, kinds]) => [id, kindsOf(kinds)]));
}
