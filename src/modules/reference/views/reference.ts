import { plain } from '@/core/quantities/format';
import { protocolKindWords } from '@/core/spawning/protocol';
import { stepBorne } from '@/core/species/life';
import { provenances } from '@/core/species/provenances';
import type { Species, Stage } from '@/core/species/species';
import { shippedThresholds, type ThresholdId, thresholdIds, type thresholdSubjects } from '@/core/thresholds';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { protocolsInForce } from '@/store/protocols';
import { booksWithUnfit, keptHere, speciesBook, WHOLE } from '@/store/species';
import { setThresholds, THRESHOLDS } from '@/store/thresholds';

export type { ProtocolInForce } from '@/store/protocols';
export { protocolsInForce as protocolsOf, THRESHOLDS };

export type SpeciesListed = {
  id: string;
  name: string;
  stages: Pick<Stage, 'id' | 'name' | 'station'>[];
  /** What its eggs and larvae bear at once when the water changes, °C. */
  stepCelsius: number | null;
  /** This hatchery has, or had, fish or lots of it. */
  kept: boolean;
};

/** Species to choose from: those kept here first, then by name. */
export async function speciesList(db: Db, siteId: number): Promise<SpeciesListed[]> {
  const [book, kept] = await Promise.all([speciesBook(db, siteId), keptHere(db, siteId)]);
  return [...book.values()]
    .map((s) => ({
      id: s.id,
      name: s.name,
      stages: s.stages.map((x) => ({ id: x.id, name: x.name, station: x.station })),
      stepCelsius: stepBorne(s),
      kept: kept.has(s.id),
    }))
    .sort((a, b) => Number(b.kept) - Number(a.kept) || a.name.localeCompare(b.name));
}

/** A value that nobody has verified. */
export type Unverified = { species: string; speciesId: string | null; path: string; what: string; hint: string };
export type ReferenceView = {
  species: (Species & { kept: boolean })[];
  /** Of species, and (without one) protocols and thresholds. */
  unverified: Unverified[];
  total: number;
  /** Values that were set here and fit nowhere any more, since Reference changed. */
  unfit: { species: string; path: string; why: string }[];
};

/** Every species, and the values that nobody has verified. */
export async function referenceView(db: Db, siteId: number): Promise<ReferenceView> {
  const [all, kept] = await Promise.all([booksWithUnfit(db, siteId), keptHere(db, siteId)]);
  const books = [...all.values()].sort((a, b) => a.species.name.localeCompare(b.species.name));
  const values = books.flatMap(({ species: s }) =>
    provenances(s).map((p) => ({ ...p, species: s.name, speciesId: s.id })),
  );
  const rules = await thresholdsView(db, siteId);
  const protocols = [...(await protocolsInForce(db, siteId)).values()];
  const ofProtocols = protocols
    .filter((p) => p.source === 'verify')
    .map((p) => ({
      species: 'protocols',
      speciesId: null,
      path: `protocol ${p.id}`,
      what: `${protocolKindWords[p.kind]}: ${p.name}`,
      hint: p.hint,
    }));
  return {
    species: books.map((b) => ({ ...b.species, kept: kept.has(b.species.id) })),
    unverified: [
      ...values.filter((p) => p.source === 'verify'),
      ...ofProtocols,
      ...rules.rows.filter((r) => r.source === 'verify').map(unverifiedRule),
    ],
    unfit: [
      ...books.flatMap((b) => b.unfit.map((u) => ({ species: b.species.name, ...u }))),
      ...rules.unfit.map((u) => ({ species: 'thresholds', ...u })),
    ],
    total: values.length + protocols.length + rules.rows.length,
  };
}

export type ThresholdRow = {
  id: ThresholdId;
  of: keyof typeof thresholdSubjects;
  what: string;
  unit: string;
  hint: string;
  value: number;
  shipped: number;
  source: string;
};

/** Every threshold as it is in force here, and those set here that fit nowhere any more. */
export async function thresholdsView(
  db: Db,
  siteId: number,
): Promise<{ rows: ThresholdRow[]; unfit: { path: string; why: string }[] }> {
  const { set, unfit } = await setThresholds(db, siteId);
  const rows = thresholdIds.map((id) => {
    const { value, ...said } = shippedThresholds[id];
    return { id, ...said, shipped: value, value: set[id]?.value ?? value, source: set[id]?.source ?? 'verify' };
  });
  return { rows, unfit };
}

const unverifiedRule = (r: ThresholdRow): Unverified => ({
  species: 'thresholds',
  speciesId: null,
  path: r.id,
  what: `${r.what}: ${plain(r.value)} ${r.unit}`,
  hint: r.hint,
});

export type ValueChange = { path: string; value: unknown; source: string; why: string; by: string; at: number };

export async function valueHistory(db: Db, siteId: number, species: string): Promise<ValueChange[]> {
  const rows = await db('species_value as v')
    .join('person as p', 'p.id', 'v.recorded_by')
    .where({ 'v.site_id': siteId, 'v.species': species })
    .orderBy('v.id', 'desc')
    .select<
      (ValueChange & {
        value: string;
      })[]
    >('v.path', 'v.value', 'v.source', 'v.why', { by: 'p.name', at: 'v.recorded_at' });
  return rows.map((r) => ({ ...r, value: r.path === WHOLE ? null : fromJson<unknown>(r.value) }));
}
