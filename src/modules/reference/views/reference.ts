import { protocolKindWords } from '@/core/spawning/protocol';
import { provenances } from '@/core/species/provenances';
import type { Species, Stage } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { protocolsInForce } from '@/store/protocols';
import { booksWithUnfit, speciesBook, WHOLE } from '@/store/species';

export type { ProtocolInForce } from '@/store/protocols';
export { protocolsInForce as protocolsOf };

export async function speciesList(
  db: Db,
  siteId: number,
): Promise<{ id: string; name: string; stages: Pick<Stage, 'id' | 'name' | 'station'>[] }[]> {
  const book = await speciesBook(db, siteId);
  return [...book.values()]
    .map((s) => ({
      id: s.id,
      name: s.name,
      stages: s.stages.map((x) => ({ id: x.id, name: x.name, station: x.station })),
    }))
    .sort((a, b) => a.name.localeCompare(b.name));
}

export type ReferenceView = {
  species: Species[];
  /** Of species, and (without one) rules of thumb of our own. */
  unverified: { species: string; speciesId: string | null; path: string; what: string; hint: string }[];
  total: number;
  /** Values that were set here and fit nowhere any more, since Reference changed. */
  unfit: { species: string; path: string; why: string }[];
};

/** The whole shelf, and the values that nobody has verified. */
export async function referenceView(db: Db, siteId: number): Promise<ReferenceView> {
  const books = [...(await booksWithUnfit(db, siteId)).values()].sort((a, b) =>
    a.species.name.localeCompare(b.species.name),
  );
  const species = books.map((b) => b.species);
  const all = species.flatMap((s) => provenances(s).map((p) => ({ ...p, species: s.name, speciesId: s.id })));
  const rules = Object.entries(thresholds).map(([id, r]) => ({
    species: 'all species',
    speciesId: null,
    path: id,
    what: `${r.what}: ${r.value} ${r.unit}`,
    hint: r.hint,
  }));
  const protocols = [...(await protocolsInForce(db, siteId)).values()];
  const schools = protocols
    .filter((p) => p.source === 'verify')
    .map((p) => ({
      species: 'protocols',
      speciesId: null,
      path: `protocol ${p.id}`,
      what: `${protocolKindWords[p.kind]}: ${p.name}`,
      hint: p.hint,
    }));
  return {
    species,
    unverified: [...all.filter((p) => p.source === 'verify'), ...schools, ...rules],
    unfit: books.flatMap((b) => b.unfit.map((u) => ({ species: b.species.name, ...u }))),
    total: all.length + protocols.length + rules.length,
  };
}

export type ValueChange = { path: string; value: unknown; source: string; why: string; by: string; at: number };

export async function valueHistory(db: Db, siteId: number, species: string): Promise<ValueChange[]> {
  const rows = (await db('species_value as v')
    .join('person as p', 'p.id', 'v.recorded_by')
    .where({ 'v.site_id': siteId, 'v.species': species })
    .orderBy('v.id', 'desc')
    .select('v.path', 'v.value', 'v.source', 'v.why', { by: 'p.name', at: 'v.recorded_at' })) as (ValueChange & {
    value: string;
  })[];
  return rows.map((r) => ({ ...r, value: r.path === WHOLE ? null : fromJson<unknown>(r.value) }));
}
