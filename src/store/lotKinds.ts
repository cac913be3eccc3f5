import { type Kind, kindsOf, type OffspringSex } from '@/core/brood/strainAndSex';
import type { Db, Trx } from './connection';

/** Strain and sex of lots as their families stand now, by lot; of those whose families are not known nothing. */
export async function lotKinds(db: Db | Trx, lotIds: readonly number[]): Promise<Map<number, Kind[]>> {
  if (lotIds.length === 0) return new Map();
  const rows = (await db('lot_share as s')
    .joinRaw('JOIN family AS f ON s.family = CAST(f.id AS CHAR)')
    .whereIn('s.lot_id', [...lotIds])
    .whereNull('s.superseded_seq')
    .groupBy('s.lot_id', 'f.strain', 'f.sex')
    .select('s.lot_id', 'f.strain', 'f.sex', db.raw('SUM(s.share) AS share'))) as unknown as {
    lot_id: number;
    strain: string;
    sex: OffspringSex;
    share: number;
  }[];
  const by = new Map<number, Kind[]>();
  for (const r of rows)
    by.set(r.lot_id, [...(by.get(r.lot_id) ?? []), { strain: r.strain, sex: r.sex, share: Number(r.share) }]);
  return new Map([...by].map(([id, kinds]) => [id, kindsOf(kinds)]));
}
