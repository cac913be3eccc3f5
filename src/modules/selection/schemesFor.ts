import { type SelectionScheme, selectionScheme, wholeScheme } from '@/core/selection/scheme';
import { shippedSelection } from '@/reference/selection';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

/** How fish of each of these species are judged here: as the manager set it, else as Reference has it. */
export async function schemesFor(
  db: Db,
  siteId: number,
  species: readonly string[],
): Promise<Map<string, SelectionScheme>> {
  const [own, book] = await Promise.all([
    db('selection_scheme')
      .where({ site_id: siteId })
      .whereIn('species', [...species])
      .select('species', 'content'),
    speciesBook(db, siteId),
  ]);
  return new Map(
    species.map((id) => {
      const set = own.find((o) => o.species === id);
      return [
        id,
        wholeScheme(set ? selectionScheme.parse(fromJson(set.content)) : shippedSelection(book.get(id)?.group ?? '')),
      ];
    }),
  );
}
