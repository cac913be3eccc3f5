import type { Species } from '@/core/species/species';
import { layOverWhatFits } from '@/reference/overlay';
import { shippedSpecies } from '@/reference/shipped';
import { fromJson } from './books/rows';
import type { Db } from './connection';

/** The shelf with this site's own values laid over it, by id. */
export async function speciesBook(db: Db, siteId: number): Promise<Map<string, Species>> {
  return new Map([...(await booksWithUnfit(db, siteId))].map(([id, b]) => [id, b.species]));
}

/** The same, with the values of this site that fit nowhere any more. */
export async function booksWithUnfit(
  db: Db,
  siteId: number,
): Promise<Map<string, { species: Species; unfit: { path: string; why: string }[] }>> {
  const rows = (await db('species_value')
    .where({ site_id: siteId })
    .orderBy('id')
    .select('species', 'path', 'value', 'source')) as {
    species: string;
    path: string;
    value: string;
    source: string;
  }[];
  return new Map(
    [...shippedSpecies()].map(([id, shipped]) => {
      const own = rows.filter((r) => r.species === id);
      return [
        id,
        own.length === 0
          ? { species: shipped, unfit: [] }
          : layOverWhatFits(
              shipped,
              own.map((r) => ({ path: r.path, value: fromJson(r.value), source: r.source })),
            ),
      ];
    }),
  );
}
