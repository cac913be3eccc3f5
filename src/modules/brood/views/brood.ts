import { fateOf } from '@/core/brood/fates';
import type { FishSource, Sex } from '@/core/brood/parseFish';
import { adultMassG, type MassRange } from '@/core/brood/plausible';
import { expected } from '@/core/eggs/expected';
import type { Animal } from '@/core/genetics/pedigree';
import { Z95 } from '@/core/quantities/interval';
import { type Species, valueNamed } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { DAY_MS } from '@/core/time/spans';
import { fromJson } from '@/store/books/rows';
import { GONE } from '@/store/broodIn';
import { waitingBySpecies } from '@/store/broodTotals';
import type { Db } from '@/store/connection';
import { standing } from '@/store/families';
import { firstSpecies, speciesBook } from '@/store/species';

export type BroodFish = {
  id: number;
  tag: string;
  sex: Sex;
  strain: string;
  source: FishSource;
  origin: string;
  cameOn: number | null;
  yearClass: number | null;
  marks: string;
  sire: string | null;
  dam: string | null;
  unitId: number | null;
  unit: string | null;
  massG: number | null;
  massAt: number | null;
  lengthMm: number | null;
  /** The last sign seen; `ready` only while that was lately and it has not spawned since. */
  ripeness: { id: string; name: string; ready: boolean; over: boolean; at: number; old: boolean } | null;
  /** Ripe females of its unit, of a male that was not lately seen ripe: he should be, too. */
  besideRipe: string[];
  eggStage: { id: string; name: string } | null;
  polarisation: number | null;
  /** What ended its stay; null while it is here. */
  gone: string | null;
  treated: string | null;
  /** Takes that it gave eggs or milt to, and the last of them. */
  spawned: number;
  lastSpawned: number | null;
  /** Eggs that she may give by her mass, with the usual spread. */
  eggs: { expected: number; low: number; high: number } | null;
};

export type BroodView = {
  species: { id: string; name: string; here: number; massG?: MassRange }[];
  book: Species;
  fish: BroodFish[];
};

type Row = {
  id: number;
  tag: string;
  sex: Sex;
  strain: string;
  source: FishSource;
  origin: string;
  marks: string;
  came_on: number | null;
  year_class: number | null;
  sire: string | null;
  dam: string | null;
};
type Seen = {
  brood_fish_id: number;
  kind: string;
  value: number | null;
  said: string | null;
  unit_id: number | null;
  unit: string | null;
  at: number;
};

/** How many of each species are here: known and not gone, and those of batches that still wait. */
async function hereBySpecies(db: Db, siteId: number): Promise<Map<string, number>> {
  const rows = await db('brood_fish as f')
    .where({ 'f.site_id': siteId, 'f.pedigree_only': false })
    .whereNotExists((q) =>
      q
        .from('observation as o')
        .whereRaw('o.brood_fish_id = f.id')
        .where('o.kind', 'fate')
        .whereIn('o.said', GONE)
        .select(db.raw('1')),
    )
    .groupBy('f.species')
    .select<{ species: string; n: number }[]>('f.species', db.raw('COUNT(*) AS n'));
  const here = new Map(rows.map((r) => [r.species, Number(r.n)]));
  for (const [species, n] of await waitingBySpecies(db, siteId)) here.set(species, (here.get(species) ?? 0) + n);
  return here;
}

/** Brood fish that are here, of all species: the first station of the life line. */
export async function broodHere(db: Db, siteId: number): Promise<number> {
  return [...(await hereBySpecies(db, siteId)).values()].reduce((s, n) => s + n, 0);
}

/** The species whose brood was looked at last and most: the one that spawns now. */
async function inSeason(db: Db, siteId: number, now: number): Promise<string | null> {
  const row = await db('observation as o')
    .join('brood_fish as f', 'f.id', 'o.brood_fish_id')
    .where({ 'f.site_id': siteId, 'o.kind': 'ripeness' })
    .where('o.at', '>', now - ripeMs())
    .groupBy('f.species')
    .orderByRaw('MAX(o.at) DESC')
    .first<{ species: string } | undefined>('f.species');
  return row?.species ?? null;
}

/** The species of the last lot, or that with which the house was set up. */
async function lastBegun(db: Db, siteId: number): Promise<string | undefined> {
  const lot = await db('lot')
    .where({ site_id: siteId })
    .orderBy('id', 'desc')
    .first<{ species: string } | undefined>('species');
  return lot?.species ?? (await firstSpecies(db, siteId))[0];
}

/**
 * The species that a brood page is about, and those to change to.
 * @param wanted species id; without one the species in season, else that with most fish here, else that of the last lot, or of the set-up
 */
export async function speciesOfPage(db: Db, siteId: number, wanted: string | null, now: number) {
  const [all, here, season] = await Promise.all([
    speciesBook(db, siteId),
    hereBySpecies(db, siteId),
    wanted === null ? inSeason(db, siteId, now) : null,
  ]);
  const species = [...all.values()]
    .map((s) => ({ id: s.id, name: s.name, here: here.get(s.id) ?? 0, massG: adultMassG(s) }))
    .sort((a, b) => b.here - a.here || a.name.localeCompare(b.name));
  const usual = species[0]!.here > 0 ? undefined : await lastBegun(db, siteId);
  const book = all.get(wanted ?? season ?? usual ?? '') ?? all.get(species[0]!.id)!;
  const list = species.filter((s) => s.here > 0 || s.id === book.id).map((s) => ({ id: s.id, name: s.name }));
  return { species, book, list, all: species.map((s) => ({ id: s.id, name: s.name })) };
}

/** F2 before F10. */
const byTag = new Intl.Collator('en', { numeric: true });

const ripeMs = () => thresholds.ripeDays.value * DAY_MS;

/**
 * Who can be spawned: the brood fish of a species with what was seen of each last. Six statements however many.
 * @param wanted species id; without one the species in season, else that with most fish here, else that of the last lot
 */
export async function broodView(db: Db, siteId: number, wanted: string | null, now: number): Promise<BroodView> {
  const { species, book } = await speciesOfPage(db, siteId, wanted, now);
  const [rows, seen, given] = await Promise.all([
    fishRows(db, siteId, book.id),
    latestSeen(db, siteId, book.id),
    spawnings(db, siteId, book.id),
  ]);
  const of = new Map<string, Seen>(seen.map((s) => [`${s.brood_fish_id} ${s.kind}`, s]));
  return {
    species,
    book,
    fish: withNeighbours(
      rows
        .map((r) => fishOf(r, (kind) => of.get(`${r.id} ${kind}`), given.get(r.id), book, now))
        .sort((a, b) => byTag.compare(a.tag, b.tag)),
    ),
  };
}

/** Where females of a tank are ripe, the males beside them should be: those of whom nobody has seen it yet are named. */
function withNeighbours(fish: BroodFish[]): BroodFish[] {
  const ripe = new Map<number, string[]>();
  for (const f of fish)
    if (f.gone === null && f.sex === 'female' && f.unitId !== null && f.ripeness?.ready)
      ripe.set(f.unitId, [...(ripe.get(f.unitId) ?? []), f.tag]);
  return fish.map((f) =>
    f.sex === 'male' && f.gone === null && !f.ripeness?.ready && !f.ripeness?.over && f.unitId !== null
      ? { ...f, besideRipe: ripe.get(f.unitId) ?? [] }
      : f,
  );
}

function fishRows(db: Db, siteId: number, species: string): Promise<Row[]> {
  return db('brood_fish as f')
    .leftJoin('brood_fish as s', 's.id', 'f.sire_id')
    .leftJoin('brood_fish as d', 'd.id', 'f.dam_id')
    .where({ 'f.site_id': siteId, 'f.species': species, 'f.pedigree_only': false })
    .select('f.id', 'f.tag', 'f.sex', 'f.strain', 'f.source', 'f.origin', 'f.marks', 'f.came_on', 'f.year_class', {
      sire: 's.tag',
      dam: 'd.tag',
    });
}

/** The latest of each kind that was seen of each fish. */
async function latestSeen(db: Db, siteId: number, species: string): Promise<Seen[]> {
  const ranked = db('observation as o')
    .join('brood_fish as f', 'f.id', 'o.brood_fish_id')
    .where({ 'f.site_id': siteId, 'f.species': species })
    .select(
      'o.brood_fish_id',
      'o.kind',
      'o.value',
      'o.said',
      'o.unit_id',
      'o.at',
      db.raw('ROW_NUMBER() OVER (PARTITION BY o.brood_fish_id, o.kind ORDER BY o.at DESC, o.id DESC) AS nth'),
    );
  return await db
    .from(ranked.as('x'))
    .leftJoin('unit as u', 'u.id', 'x.unit_id')
    .where('x.nth', 1)
    .select('x.brood_fish_id', 'x.kind', 'x.value', 'x.said', 'x.unit_id', 'x.at', { unit: 'u.name' });
}

/** Takes that each fish gave to, as mother or father. */
async function spawnings(db: Db, siteId: number, species: string): Promise<Map<number, { n: number; last: number }>> {
  const rows = await db('family as y')
    .join('lot as t', 't.id', 'y.lot_id')
    .where({ 'y.site_id': siteId, 't.species': species })
    .whereNotNull('y.female_id')
    .modify(standing)
    .select<
      {
        female_id: number;
        lot_id: number;
        males: string;
        started_at: number;
      }[]
    >('y.female_id', 'y.lot_id', 'y.males', 't.started_at');
  const lots = new Map<number, Map<number, number>>();
  const add = (fish: number, lot: number, at: number) =>
    (lots.get(fish) ?? lots.set(fish, new Map()).get(fish)!).set(lot, at);
  for (const r of rows) {
    add(r.female_id, r.lot_id, r.started_at);
    for (const m of fromJson<{ id: number }[]>(r.males)) add(m.id, r.lot_id, r.started_at);
  }
  return new Map([...lots].map(([fish, at]) => [fish, { n: at.size, last: Math.max(...at.values()) }]));
}

function fishOf(
  r: Row,
  seen: (kind: string) => Seen | undefined,
  given: { n: number; last: number } | undefined,
  book: Species,
  now: number,
): BroodFish {
  const mass = seen('mass');
  const sign = seen('ripeness');
  const ripeness = book.ripeness.find((x) => x.id === sign?.said);
  const eggStage = book.eggStages.find((x) => x.id === seen('eggStage')?.said);
  const fate = fateOf(seen('fate')?.said ?? '');
  const old = sign !== undefined && (sign.at < now - ripeMs() || (given?.last ?? 0) > sign.at);
  const stood = seen('stood');
  return {
    id: r.id,
    tag: r.tag,
    sex: r.sex,
    strain: r.strain,
    source: r.source,
    origin: r.origin,
    cameOn: r.came_on,
    yearClass: r.year_class,
    marks: r.marks,
    sire: r.sire,
    dam: r.dam,
    unitId: stood?.unit_id ?? null,
    unit: stood?.unit ?? null,
    massG: mass?.value ?? null,
    massAt: mass?.at ?? null,
    lengthMm: seen('length')?.value ?? null,
    ripeness: ripeness && sign ? { ...ripeness, ready: ripeness.ready && !old, at: sign.at, old } : null,
    besideRipe: [],
    eggStage: eggStage ? { id: eggStage.id, name: eggStage.name } : null,
    polarisation: seen('polarisation')?.value ?? null,
    gone: fate && !fate.stays ? fate.name : null,
    treated: seen('inject')?.said ?? null,
    spawned: given?.n ?? 0,
    lastSpawned: given?.last ?? null,
    eggs: r.sex === 'female' && mass?.value ? eggsOf(book, mass.value) : null,
  };
}

/** What a female of this mass may give, by Reference's eggs per kilogram; null where eggs do not go by mass. */
export function eggsOf(book: Species, massG: number): { expected: number; low: number; high: number } | null {
  const perKg = valueNamed(book, 'eggs per kg');
  if (!perKg) return null;
  const o = expected.compute(
    expected.input.parse({
      femaleMassKg: massG / 1000,
      eggsPerKg: perKg.value,
      // Reference's spread is the half-width in which most stocks lie.
      eggsPerKgSd: (perKg.spread ?? 0) / Z95,
    }),
  );
  return { expected: o.expected, low: o.low ?? o.expected, high: o.high ?? o.expected };
}

/** Strains that fish of a species carry. */
export async function strainsOf(db: Db, siteId: number, species: string): Promise<string[]> {
  return await db('brood_fish')
    .where({ site_id: siteId, species, pedigree_only: false })
    .whereNot('strain', '')
    .distinct('strain')
    .orderBy('strain')
    .pluck('strain');
}

/** The pedigree of a species as calculations take it, by id. */
export async function pedigreeRows(db: Db, siteId: number, species: string): Promise<Animal[]> {
  const rows = await db('brood_fish')
    .where({ site_id: siteId, species })
    .orderBy('id')
    .select('id', 'sire_id', 'dam_id');
  return rows.map((r) => ({
    id: String(r.id),
    ...(r.sire_id === null ? {} : { sire: String(r.sire_id) }),
    ...(r.dam_id === null ? {} : { dam: String(r.dam_id) }),
  }));
}
