import { type SelectionScheme, selectionScheme, wholeScheme } from '@/core/selection/scheme';
import type { Species } from '@/core/species/species';
import { shippedSelection } from '@/reference/selection';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** How fish of a species are judged here: as the manager set it, else as Reference has it. */
export async function schemeFor(
  db: Db,
  siteId: number,
  species: Pick<Species, 'id' | 'group'>,
): Promise<SelectionScheme> {
  const own = await db('selection_scheme').where({ site_id: siteId, species: species.id }).first('content');
  return wholeScheme(own ? selectionScheme.parse(fromJson(own.content)) : shippedSelection(species.group));
}
