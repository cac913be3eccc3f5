import { blamedFrom, type LinePoint, lineOf, type ReconciledPoint, reconcileLine } from '@/core/books/line';
import { normalQuantile } from '@/core/distributions';
import { Z95 } from '@/core/quantities/interval';
import { stageOf } from '@/core/species/species';
import { ledger, type SheetEntry } from '@/modules/records/views/ledger';
import { bookContext } from '@/store/bookContext';
import { flowsBetweenLots } from '@/store/books/flows';
import { type EntryRow, toBookEntry } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

/** A point of a line as it is drawn. */
export type LineMark = {
  id: string;
  at: number;
  what: LinePoint['what'];
  lot: string;
  lotId: number;
  unit: string;
  stageName: string;
  from: string[];
  counted: { number: number; half: number } | null;
  says: number;
  half: number;
  /** How far a count lies off, in standard deviations. */
  off: number;
  others: { number: number; half: number } | null;
  lost: { number: number; half: number } | null;
  /** The entry of a count, for whoever corrects it. */
  seq: number | null;
};

export type LineView = {
  lot: string;
  marks: LineMark[];
  /** The count that fits least, where it lies off by more than chance. */
  blamed: LineMark | null;
  worst: LineMark | null;
  /** Counts that fit no better than the one that is blamed: which of them is wrong the numbers do not tell. */
  alike: LineMark[];
  counts: number;
  /** What stands now, with and without the one that is blamed. */
  now: {
    unit: string;
    lot: string;
    lotId: number;
    says: number;
    half: number;
    without: { says: number; half: number } | null;
  }[];
  limit: number;
  /** The entry of the one that fits least, to be corrected where it stands. */
  entry: SheetEntry | null;
  /** Why nothing can be worked: too many lots hang together, or nothing was measured. */
  why: 'tooWide' | 'notTied' | null;
};

/** Off by so little less, in standard deviations, a count is as likely the wrong one. */
const ALIKE = 0.5;
/** More lots than this in one line are no line that anybody reads. */
const MOST_LOTS = 40;
/** More points than this are not worked while somebody waits. */
const MOST_POINTS = 400;

/** Lots that hang together with one: what they came from, and what came of them. */
async function family(db: Db, lotId: number): Promise<number[]> {
  const seen = new Set([lotId]);
  let frontier = [lotId];
  while (frontier.length > 0 && seen.size <= MOST_LOTS) {
    const [up, down] = await Promise.all([
      flowsBetweenLots(db).whereIn('g.lot_id', frontier).distinct().pluck('h.lot_id'),
      flowsBetweenLots(db).whereIn('h.lot_id', frontier).distinct().pluck('g.lot_id'),
    ]);
    frontier = [...new Set<number>([...up, ...down])].filter((l) => !seen.has(l));
    for (const l of frontier) seen.add(l);
  }
  return [...seen];
}

/** Every count on the line of a lot at once: what they say together, what was lost where, which of them fits least. */
export async function lineView(db: Db, site: { siteId: number }, lotId: number, now: number): Promise<LineView | null> {
  const lot = await db('lot').where({ id: lotId, site_id: site.siteId }).first('id', 'name', 'species');
  if (!lot) return null;
  const nothing = (why: LineView['why']): LineView => ({
    lot: lot.name,
    marks: [],
    blamed: null,
    worst: null,
    alike: [],
    counts: 0,
    now: [],
    limit: 0,
    entry: null,
    why,
  });
  const lots = await family(db, lotId);
  if (lots.length > MOST_LOTS) return nothing('tooWide');
  const [rows, lotRows, units, book, context] = await Promise.all([
    entriesOf(db, lots),
    db('lot').whereIn('id', lots).select('id', 'name', 'species'),
    db('unit').where({ site_id: site.siteId }).select('id', 'name'),
    speciesBook(db, site.siteId),
    bookContext(db, site.siteId),
  ]);
  const speciesOf = new Map(lotRows.map((l) => [String(l.id), l.species]));
  const points = lineOf(
    rows.map(toBookEntry).filter((e) => e.orderAt <= now),
    (p) => context.drift(speciesOf.get(p.lot) ?? lot.species, p.stage, now),
    now,
  );
  if (points.length > MOST_POINTS) return nothing('tooWide');
  const all = reconcileLine(points);
  if (!all) return nothing('notTied');
  const counts = all.points.filter((p) => p.count && p.what !== 'emptied').length;
  const limit = blamedFrom(counts, normalQuantile);
  const blamed = all.worst && Math.abs(all.worst.off) > limit ? all.worst : null;
  // As if it had never been counted: its point stays, tied by the others.
  const without = blamed && reconcileLine(points.map((p) => (p.id === blamed.id ? { ...p, count: undefined } : p)));
  const lotName = new Map(lotRows.map((l) => [String(l.id), l.name]));
  const unitName = new Map(units.map((u) => [String(u.id), u.name]));
  const mark = (p: ReconciledPoint): LineMark => ({
    id: p.id,
    at: p.at,
    what: p.what,
    lot: lotName.get(p.place.lot) ?? '',
    lotId: Number(p.place.lot),
    unit: unitName.get(p.place.unit) ?? '',
    stageName: nameOfStage(book, speciesOf.get(p.place.lot) ?? lot.species, p.place.stage),
    from: [...p.from.filter((f) => f.share > 0).map((f) => f.id), ...(p.leftFrom ? [p.leftFrom] : [])],
    // That an emptied tank holds none is no count of anybody’s.
    counted: p.count && p.what !== 'emptied' ? { number: p.count.number, half: Z95 * p.count.sd } : null,
    says: Math.max(0, p.says),
    half: Z95 * p.sd,
    off: p.off,
    others: p.others && { number: Math.max(0, p.others.number), half: Z95 * p.others.sd },
    lost: p.unexplained && { number: p.unexplained.loss, half: Z95 * p.unexplained.sd },
    seq: p.seq,
  });
  const marks = all.points.map(mark);
  const lastIn = new Map(
    all.points.filter((p) => p.what !== 'emptied').map((p) => [`${p.place.lot}|${p.place.unit}|${p.place.stage}`, p]),
  );
  const gone = new Set(
    all.points.flatMap((p) => (p.what === 'emptied' ? [`${p.place.lot}|${p.place.unit}|${p.place.stage}`] : [])),
  );
  return {
    lot: lot.name,
    marks,
    worst: all.worst && mark(all.worst),
    blamed: blamed && mark(blamed),
    alike: blamed
      ? all.points
          .filter(
            (p) =>
              p.id !== blamed.id && p.count && p.what !== 'emptied' && Math.abs(blamed.off) - Math.abs(p.off) < ALIKE,
          )
          .map(mark)
      : [],
    counts,
    limit,
    entry: all.worst?.seq ? await entryAt(db, site, all.worst) : null,
    why: null,
    now: [...lastIn]
      .filter(([key, p]) => !gone.has(key) && (p.what === 'now' || p.at === now))
      .map(([, p]) => {
        const w = without?.points.find((x) => x.id === p.id);
        return {
          unit: unitName.get(p.place.unit) ?? '',
          lot: lotName.get(p.place.lot) ?? '',
          lotId: Number(p.place.lot),
          says: Math.max(0, p.says),
          half: Z95 * p.sd,
          without: w ? { says: Math.max(0, w.says), half: Z95 * w.sd } : null,
        };
      }),
  };
}

/** The ledger's line of a count. */
async function entryAt(
  db: Db,
  site: { siteId: number; units?: 'metric' | 'us' },
  p: ReconciledPoint,
): Promise<SheetEntry | null> {
  const near = await ledger(db, site.siteId, {
    lotId: Number(p.place.lot),
    before: p.seq! + 1,
    limit: 5,
    us: site.units === 'us',
  });
  return near.find((e) => e.seq === p.seq) ?? null;
}

const nameOfStage = (book: Awaited<ReturnType<typeof speciesBook>>, species: string, stage: string): string => {
  const s = book.get(species);
  return s ? stageOf(s, stage).name : stage;
};

/** Entries that stand and touched these lots: what moved them, and counts that moved nothing. Two statements. */
async function entriesOf(db: Db, lots: readonly number[]): Promise<EntryRow[]> {
  const [moved, counted] = await Promise.all([
    db('posting as p')
      .join('holding as h', 'h.id', 'p.holding_id')
      .whereIn('h.lot_id', [...lots])
      .whereNull('p.superseded_seq')
      .distinct()
      .pluck('p.entry_seq'),
    db('observation')
      .whereIn('lot_id', [...lots])
      .where('kind', 'census')
      .distinct()
      .pluck('entry_seq'),
  ]);
  const seqs = [...new Set<number>([...moved, ...counted])];
  if (seqs.length === 0) return [];
  return (await db('entry as e')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .whereIn('e.seq', seqs)
    .whereNull('v.seq')
    .select('e.*')) as EntryRow[];
}
