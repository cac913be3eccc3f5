import { capabilitiesOf } from '@/core/species/capabilities';
import { stageOf } from '@/core/species/species';
import { speciesList } from '@/modules/reference/views/reference';
import { dayView } from '@/modules/spawning/views/day';
import { places, releaseSites } from '@/server/stock/places';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

type Found = {
  seq: number;
  id: string;
  kind: string;
  at: number;
  precision: 'minute' | 'day';
  measured_by: string;
  note: string;
  intent: string;
};
type Touched = {
  id: number;
  unitId: number;
  unit: string;
  lotId: number;
  lot: string;
  species: string;
  stage: string;
  before: number | null;
};

/**
 * What the form needs that corrects an entry: how it was sent, the holdings that it was about as they stood before
 * it, and what may be chosen. Null when the site has no such entry or it was corrected already.
 */
export async function entryToCorrect(db: Db, siteId: number, id: string) {
  const entry = await db('entry as e')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .where({ 'e.id': id, 'e.site_id': siteId })
    .whereNull('v.seq')
    .first<Found | undefined>('e.*');
  if (!entry) return null;
  const payload = fromJson<Record<string, unknown>>(entry.intent);
  const [fish, spawningDay, touched, book, units, sites, species] = await Promise.all([
    fishOf(db, siteId, payload),
    ['cross', 'bath', 'nest'].includes(entry.kind) && typeof payload.day === 'number'
      ? dayView(db, { siteId }, payload.day, entry.at)
      : null,
    holdingsBefore(db, entry),
    speciesBook(db, siteId),
    places(db, siteId),
    releaseSites(db, siteId),
    speciesList(db, siteId),
  ]);
  const about = unitsOf(payload);
  // Of two stages in one unit the one that the entry was about, not the one that it led to.
  const entered = (t: Touched) => t.stage !== payload.to && t.stage !== payload.toStage;
  const holdings = touched
    .filter((t) => about.length === 0 || about.includes(t.unitId))
    // What was taken from comes first, in the order in which it was named.
    .sort(
      (a, b) =>
        about.indexOf(a.unitId) - about.indexOf(b.unitId) ||
        Number(entered(b)) - Number(entered(a)) ||
        (b.before ?? 0) - (a.before ?? 0),
    )
    .filter((t, i, all) => all.findIndex((x) => x.unitId === t.unitId) === i)
    .map((t) => {
      const known = book.get(t.species)!;
      return {
        unitId: t.unitId,
        unit: t.unit,
        lotId: t.lotId,
        lot: t.lot,
        stage: t.stage,
        stageName: known.stages.find((s) => s.id === t.stage)?.name ?? t.stage,
        number: t.before ?? 0,
        can: capabilitiesOf(stageOf(known, t.stage)),
        stages: known.stages.map((s) => ({ id: s.id, name: s.name })),
        checks: known.checks,
      };
    });
  return {
    original: {
      entryId: entry.id,
      kind: entry.kind,
      payload,
      at: entry.at,
      precision: entry.precision,
      measuredBy: entry.measured_by,
      note: entry.note,
    },
    holdings,
    /** The brood fish that it was about, with what its species' book says of looking at one. */
    fish: fish && {
      id: fish.id,
      tag: fish.tag,
      sex: fish.sex,
      massG: null,
      ...(typeof payload.day === 'number' ? { day: payload.day } : {}),
      book: book.get(fish.species)!,
    },
    spawningDay,
    places: units,
    sites,
    species,
  };
}

/** The (first) brood fish that a payload names. */
async function fishOf(db: Db, siteId: number, payload: Record<string, unknown>) {
  const id = Array.isArray(payload.fish) ? payload.fish[0] : payload.fish;
  if (typeof id !== 'number') return null;
  return ((await db('brood_fish').where({ id, site_id: siteId }).first('id', 'tag', 'sex', 'species')) ?? null) as {
    id: number;
    tag: string;
    sex: 'female' | 'male' | 'unknown';
    species: string;
  } | null;
}

export type EntryToCorrect = NonNullable<Awaited<ReturnType<typeof entryToCorrect>>>;

/** Units that a payload takes from, as they were named. */
function unitsOf(payload: Record<string, unknown>): number[] {
  const sources = payload.sources as { unit: number }[] | undefined;
  if (sources) return sources.map((s) => s.unit);
  return typeof payload.unit === 'number' ? [payload.unit] : [];
}

/** Holdings that an entry moved something in or looked at, with their number just before it. */
async function holdingsBefore(db: Db, entry: Found): Promise<Touched[]> {
  const ids = db.union([
    db('holding_point').where({ entry_seq: entry.seq }).select('holding_id'),
    db('observation').where({ entry_seq: entry.seq }).whereNotNull('holding_id').select('holding_id'),
  ]);
  const last = db('holding_point as q')
    .whereRaw('q.holding_id = h.id')
    .whereRaw('q.order_at <= ?', [entry.at])
    .where('q.entry_seq', '<>', entry.seq)
    .orderBy([
      { column: 'q.order_at', order: 'desc' },
      { column: 'q.day_rank', order: 'desc' },
      { column: 'q.order_seq', order: 'desc' },
    ])
    .limit(1)
    .select('q.number');
  return await db('holding as h')
    .join('unit as u', 'u.id', 'h.unit_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .whereIn('h.id', ids)
    .select(
      'h.id',
      { unitId: 'u.id', unit: 'u.name', lotId: 't.id', lot: 't.name', species: 't.species', stage: 'h.stage' },
      { before: last },
    );
}
