import { type Species, species as speciesSchema } from '@/core/species/species';
import { layOverWhatFits } from '@/reference/overlay';
import { shippedSpecies, withValuesOfGroup } from '@/reference/shipped';
import { fromJson } from './books/rows';
import type { Db } from './connection';

/** The path of a row that holds a whole species, as this hatchery wrote it; its single values since are laid over it. */
export const WHOLE = 'species';

/** The shipped species with this site's own values laid over it, by id. */
export async function speciesBook(db: Db, siteId: number): Promise<Map<string, Species>> {
  return new Map([...(await booksWithUnfit(db, siteId))].map(([id, b]) => [id, b.species]));
}

/** The same, with the values of this site that fit nowhere any more. */
export async function booksWithUnfit(
  db: Db,
  siteId: number,
): Promise<Map<string, { species: Species; unfit: { path: string; why: string }[] }>> {
  const rows = await db('species_value')
    .where({ site_id: siteId })
    .orderBy('id')
    .select('species', 'path', 'value', 'source');
  const ids = new Set([...shippedSpecies().keys(), ...rows.filter((r) => r.path === WHOLE).map((r) => r.species)]);
  const books = new Map<string, { species: Species; unfit: { path: string; why: string }[] }>();
  for (const id of ids) {
    const own = rows.filter((r) => r.species === id);
    const base = baseOf(id, own);
    if (!base) continue;
    const over = own
      .slice(base.after)
      .filter((r) => r.path !== WHOLE)
      .map((r) => ({ path: r.path, value: fromJson<unknown>(r.value), source: r.source }));
    const laid = over.length === 0 ? { species: base.species, unfit: [] } : layOverWhatFits(base.species, over);
    books.set(id, { species: laid.species, unfit: [...base.unfit, ...laid.unfit] });
  }
  return books;
}

/**
 * What the single values of a site are laid over: the species as this hatchery last wrote it whole, else the shipped one.
 * One that a new version can no longer read gives way to the one before it, and is listed.
 */
function baseOf(
  id: string,
  own: readonly { path: string; value: string }[],
): { species: Species; after: number; unfit: { path: string; why: string }[] } | null {
  const unfit: { path: string; why: string }[] = [];
  for (let i = own.length - 1; i >= 0; i--) {
    if (own[i]!.path !== WHOLE) continue;
    const read = speciesSchema.safeParse(fromJson<unknown>(own[i]!.value));
    // One that was written before there were values for feeding is fed by those of its group.
    if (read.success) return { species: withValuesOfGroup(read.data), after: i + 1, unfit };
    const first = read.error.issues[0]!;
    unfit.push({ path: `the whole species, at ${first.path.join('.')}`, why: first.message });
  }
  const shipped = shippedSpecies().get(id);
  return shipped ? { species: shipped, after: 0, unfit } : null;
}

/**
 * Species of which this hatchery has, or had, lots or brood fish; while there are none, that with which it was set up.
 * Two statements, three while there are none.
 */
export async function keptHere(db: Db, siteId: number): Promise<Set<string>> {
  const of = (table: 'lot' | 'brood_fish') => db(table).where({ site_id: siteId }).distinct('species').pluck('species');
  const [lots, fish] = (await Promise.all([of('lot'), of('brood_fish')])) as [string[], string[]];
  const kept = new Set([...lots, ...fish]);
  return kept.size > 0 ? kept : new Set(await firstSpecies(db, siteId));
}

/** The species with which this hatchery was set up, if somebody said one. */
export async function firstSpecies(db: Db, siteId: number): Promise<string[]> {
  const { species } = await db('site').where({ id: siteId }).first<{ species: string }>({ species: 'first_species' });
  return species ? [species] : [];
}
