import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

export type Parent = {
  family: string;
  label: string;
  share: number;
  females: string;
  femaleId: number | null;
  males: string;
  /** Nothing is known but where they came from. */
  origin: boolean;
};

/** Parents of a lot and their shares, the largest first; those of unknown families by their origin. */
export async function parentsOf(db: Db, lotId: number): Promise<Parent[]> {
  const rows = await db('lot_share as s')
    .leftJoin('family as f', 'f.id', db.raw('CAST(s.family AS UNSIGNED)'))
    .leftJoin('brood_fish as b', 'b.id', 'f.female_id')
    .where('s.lot_id', lotId)
    .whereNull('s.superseded_seq')
    .orderBy([{ column: 's.share', order: 'desc' }, { column: 's.family' }])
    .select<
      {
        family: string;
        share: number;
        label: string | null;
        males: string | null;
        tag: string | null;
        femaleId: number | null;
      }[]
    >('s.family', 's.share', 'f.label', 'f.males', 'b.tag', { femaleId: 'b.id' });
  return rows.map((r) => ({
    family: r.family,
    label: r.label ?? 'not known',
    share: r.share,
    females: r.tag ?? '',
    femaleId: r.femaleId,
    males: r.males
      ? fromJson<{ tag: string }[]>(r.males)
          .map((m) => m.tag)
          .join(', ')
      : '',
    origin: r.tag === null,
  }));
}

/** The same as papers state them. */
export const familiesOf = async (db: Db, lotId: number): Promise<{ female: string; males: string; share: number }[]> =>
  (await parentsOf(db, lotId)).map((p) => ({ female: p.females || p.label, males: p.males, share: p.share }));
