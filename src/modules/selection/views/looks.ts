import type { SecondLook } from '@/core/selection/foretold';
import type { JudgedFish } from '@/core/selection/judged';
import type { Db } from '@/store/connection';
import { fishOf, type SelectionRow } from '../onBench';

/**
 * Of which strain lots are: that of the largest share of their families, else where those came from. One statement.
 */
export async function strainsOf(db: Db, lotIds: readonly number[]): Promise<Map<number, string>> {
  const rows =
    lotIds.length === 0
      ? []
      : await db('lot_share as s')
          .join('family as f', 'f.id', db.raw('CAST(s.family AS UNSIGNED)'))
          .whereIn('s.lot_id', [...lotIds])
          .whereNull('s.superseded_seq')
          .orderBy('s.share', 'desc')
          .select<{ lotId: number; strain: string; label: string; female: number | null }[]>(
            { lotId: 's.lot_id', female: 'f.female_id' },
            'f.strain',
            'f.label',
          );
  const out = new Map<number, string>();
  for (const r of rows) if (!out.has(r.lotId)) out.set(r.lotId, strainOf(r));
  return out;
}

/** How a strain is named: by its name, else by where it came from; of parents here without a strain it is the house's own. */
export const strainOf = (f: { strain: string; label: string; female: number | null }): string =>
  f.strain || (f.female === null && f.label !== 'parents not known' ? f.label.replace(/^from /, '') : 'own');

/** Every fish that was looked at twice, with what was said of it at first. One statement besides those of the fish. */
export async function secondLooks(db: Db, selections: readonly SelectionRow[]): Promise<SecondLook[]> {
  const ids = selections.map((s) => s.id);
  const [fish, strains] = await Promise.all([
    fishOf(db, ids),
    strainsOf(db, [...new Set(selections.map((s) => s.lotId))]),
  ]);
  const first = new Map([...fish.values()].flat().map((f) => [f.id, f]));
  return selections.flatMap((s) =>
    fish.get(s.id)!.flatMap((f): SecondLook[] => {
      if (f.gone || f.became === null) return [];
      const then: JudgedFish | undefined = f.first === null ? undefined : first.get(f.first);
      return [
        {
          strain: strains.get(s.lotId) ?? 'own',
          type: then?.type || f.type,
          signs: then?.signs ?? [],
          became: f.became === 'yes',
        },
      ];
    }),
  );
}
