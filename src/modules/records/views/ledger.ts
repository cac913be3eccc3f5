import type { Knex } from 'knex';
import { entryKinds, entryWords, kindOf, wordOf } from '@/modules/kinds';
import type { Moved } from '@/server/act/words';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

export type SheetEntry = {
  id: string;
  seq: number;
  kind: string;
  /** What was done: the word of its kind. */
  word: string;
  /** How it is corrected: in its form, by taking it back, or not at all. */
  mend: 'correct' | 'takeBack' | null;
  /** Where its paper is printed, if it has one. */
  paper: string | null;
  at: number;
  precision: string;
  by: string;
  measuredBy: string;
  note: string;
  /** The unit, sensor or brood fish that was looked at; empty where `says` names what was moved from where to where. */
  where: string;
  says: string;
  voided: boolean;
  /** Why it was taken back. */
  why: string;
  replaces: boolean;
  /** Figures that it recorded beside numbers of animals: a mass, grams, or a reading, a sample's share. */
  measured: { massG: number | null; value: number | null; unit: string };
};

export type LedgerFilter = {
  unitId?: number;
  lotId?: number;
  fishId?: number;
  kinds?: readonly string[];
  search?: string;
  before?: number;
  /** Only what happened by this instant, the latest to have happened first. */
  until?: number;
  limit: number;
  /** Words in US customary units; metric unless said. */
  us?: boolean;
};

export const ledgerKinds = entryKinds;

/** Entries, newest first, with corrections and what they corrected both visible. Six queries at most. */
export async function ledger(db: Db, siteId: number, f: LedgerFilter): Promise<SheetEntry[]> {
  const seqs = await ledgerSeqs(db, siteId, f);
  if (seqs.length === 0) return [];
  const rows = await db('entry as e')
    .join('person as p', 'p.id', 'e.recorded_by')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .whereIn('e.seq', seqs)
    .select<
      {
        id: string;
        seq: number;
        kind: string;
        at: number;
        precision: string;
        measured_by: string;
        note: string;
        intent: string;
        replaces_seq: number | null;
        name: string;
        voided: number | null;
        why: string | null;
      }[]
    >(
      'e.id',
      'e.seq',
      'e.kind',
      'e.at',
      'e.precision',
      'e.measured_by',
      'e.note',
      'e.intent',
      'e.replaces_seq',
      'p.name',
      'v.seq as voided',
      'v.note as why',
    );
  const intents = rows.map((r) => fromJson<Record<string, unknown>>(r.intent));
  const [numbers, names] = await Promise.all([
    movedBy(
      db,
      rows.map((r) => r.seq),
    ),
    namesOf(db, intents),
  ]);
  const intentOf = new Map(rows.map((r, i) => [r.seq, intents[i]!]));
  const place = new Map(seqs.map((s, i) => [s, i]));
  rows.sort((a, b) => place.get(a.seq)! - place.get(b.seq)!);
  return rows.map((r) => ({
    id: r.id,
    seq: r.seq,
    kind: r.kind,
    word: wordOf(r.kind),
    mend: mendOf(r.kind),
    paper: paperOf(r.kind, r.id),
    at: r.at,
    precision: r.precision,
    by: r.name,
    measuredBy: r.measured_by,
    note: r.note,
    where: whereOf(r.kind, intentOf.get(r.seq)!, names),
    says: entryWords(
      r.kind,
      intentOf.get(r.seq)!,
      numbers.get(r.seq) ?? [],
      { us: Boolean(f.us) },
      names.get(`unit ${intentOf.get(r.seq)!.unit}`),
    ),
    voided: r.voided !== null,
    why: r.why ?? '',
    replaces: r.replaces_seq !== null,
    measured: measuredOf(r.kind, intentOf.get(r.seq)!),
  }));
}

/** The figures of an entry that lists give columns of their own. */
function measuredOf(kind: string, intent: Record<string, unknown>): SheetEntry['measured'] {
  const m = kindOf(kind)?.says.measured?.(intent) ?? {};
  return { massG: m.massG ?? null, value: m.value ?? null, unit: m.value === undefined ? '' : (m.unit ?? '') };
}

function mendOf(kind: string): SheetEntry['mend'] {
  const act = kindOf(kind)?.act;
  if (!act || kind === 'correction') return null;
  return act.onlyTakenBack ? 'takeBack' : 'correct';
}

function paperOf(kind: string, id: string): string | null {
  const path = kindOf(kind)?.says.paper;
  return path ? `${path}/${id}` : null;
}

/**
 * Which entries, newest first. Each way to find one walks an index of its own, and only the numbers found are looked up:
 * the history may be long.
 */
async function ledgerSeqs(db: Db, siteId: number, f: LedgerFilter): Promise<number[]> {
  const ways: Knex.QueryBuilder[] = [];
  if (f.unitId !== undefined) ways.push(...touching(db, 'unit_id', [f.unitId]));
  if (f.lotId !== undefined) ways.push(...touching(db, 'lot_id', [f.lotId]));
  if (f.fishId !== undefined) ways.push(db('observation').where({ brood_fish_id: f.fishId }).select('entry_seq'));
  if (f.search) ways.push(...(await searched(db, siteId, f)));
  return await db('entry as e')
    .where('e.site_id', siteId)
    .modify((q) => {
      if (ways.length > 0) q.join(db.union(ways as never).as('x') as unknown as string, 'x.entry_seq', 'e.seq');
      if (f.kinds && f.kinds.length > 0) q.whereIn('e.kind', [...f.kinds]);
      if (f.before !== undefined) q.where('e.seq', '<', f.before);
    })
    .modify((q) => {
      if (f.until !== undefined) q.where('e.order_at', '<=', f.until).orderBy('e.order_at', 'desc');
    })
    .orderBy('e.seq', 'desc')
    .limit(f.limit)
    .pluck<number[]>('e.seq');
}

/** Entries that touch units or lots: by what they moved, by what they moved before a correction, by what was seen. */
function touching(db: Db, column: 'lot_id' | 'unit_id', ids: readonly number[]): Knex.QueryBuilder[] {
  return [
    db('holding_point as a')
      .join('holding as h', 'h.id', 'a.holding_id')
      .whereIn(`h.${column}`, [...ids])
      .select('a.entry_seq'),
    db('observation')
      .whereIn(column, [...ids])
      .select('entry_seq'),
    db('posting as b')
      .join('holding as g', 'g.id', 'b.holding_id')
      .whereIn(`g.${column}`, [...ids])
      .whereNotNull('b.superseded_seq')
      .select('b.entry_seq'),
  ];
}

/** A search finds by unit, by lot, by who typed, and by the beginnings of words written. */
async function searched(db: Db, siteId: number, f: LedgerFilter): Promise<Knex.QueryBuilder[]> {
  const text = f.search!.trim();
  const named = (await db.unionAll([
    db('unit').where({ site_id: siteId, name: text }).select(db.raw("'unit_id' AS what"), 'id'),
    db('lot').where({ site_id: siteId, name: text }).select(db.raw("'lot_id' AS what"), 'id'),
    db('person').where({ site_id: siteId, name: text }).select(db.raw("'person' AS what"), 'id'),
    db('brood_fish').where({ site_id: siteId, tag: text }).select(db.raw("'fish' AS what"), 'id'),
  ] as never)) as unknown as { what: string; id: number }[];
  const ids = (what: string) => named.filter((n) => n.what === what).map((n) => n.id);
  const words = text.match(/[\p{L}\p{N}]+/gu) ?? [];
  const ways: Knex.QueryBuilder[] = [
    ...(ids('unit_id').length > 0 ? touching(db, 'unit_id', ids('unit_id')) : []),
    ...(ids('lot_id').length > 0 ? touching(db, 'lot_id', ids('lot_id')) : []),
    db('entry')
      .whereRaw('MATCH (words) AGAINST (? IN BOOLEAN MODE)', [words.map((w) => `+${w}*`).join(' ')])
      .select({ entry_seq: 'seq' }),
  ];
  if (ids('fish').length > 0) ways.push(db('observation').whereIn('brood_fish_id', ids('fish')).select('entry_seq'));
  if (ids('person').length > 0)
    // The newest of a person who typed for years are enough: the page shows no more.
    ways.push(
      db
        .from(
          db('entry')
            .whereIn('recorded_by', ids('person'))
            .modify((q) => {
              if (f.kinds && f.kinds.length > 0) q.whereIn('kind', [...f.kinds]);
              if (f.before !== undefined) q.where('seq', '<', f.before);
            })
            .orderBy('seq', 'desc')
            .limit(f.limit)
            .select({ entry_seq: 'seq' })
            .as('n'),
        )
        .select('n.entry_seq'),
    );
  return ways;
}

const whereOf = (kind: string, intent: Record<string, unknown>, names: Map<string, string>): string =>
  typeof intent.fish === 'number'
    ? (names.get(`fish ${intent.fish}`) ?? '')
    : kindOf(kind)?.says.looksAt
      ? (names.get(`unit ${intent.unit}`) ?? names.get(`sensor ${intent.sensor}`) ?? '')
      : '';

/** Names of the units, sensors and brood fish that payloads point at: `unit 12`, `sensor 3`, `fish 7`. */
async function namesOf(db: Db, intents: readonly Record<string, unknown>[]): Promise<Map<string, string>> {
  const ids = (key: string) => [
    0,
    ...new Set(intents.map((i) => i[key]).filter((v): v is number => typeof v === 'number')),
  ];
  const rows = (await db.unionAll([
    db('unit').whereIn('id', ids('unit')).select(db.raw("'unit' AS what"), 'id', 'name'),
    db('sensor').whereIn('id', ids('sensor')).select(db.raw("'sensor' AS what"), 'id', 'name'),
    db('brood_fish').whereIn('id', ids('fish')).select(db.raw("'fish' AS what"), 'id', { name: 'tag' }),
  ] as never)) as unknown as { what: string; id: number; name: string }[];
  return new Map(rows.map((r) => [`${r.what} ${r.id}`, r.name]));
}

/**
 * What each entry moves as derived now; of a voided one, what it moved last: no version of it is made after it was
 * voided, so the one superseded then (or by what was recorded in its place) is its last.
 */
async function movedBy(db: Db, seqs: readonly number[]): Promise<Map<number, Moved[]>> {
  if (seqs.length === 0) return new Map();
  const rows = await db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('unit as u', 'u.id', 'h.unit_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .leftJoin('entry as v', 'v.voids_seq', 'p.entry_seq')
    .whereIn('p.entry_seq', [...seqs])
    .where((q) => q.whereNull('p.superseded_seq').orWhereRaw('p.superseded_seq >= v.seq'))
    .orderBy('p.id')
    .select<
      (Moved & {
        entry_seq: number;
      })[]
    >('p.entry_seq', 'p.account', 'p.delta', 'u.name as unit', 't.name as lot', 'h.stage');
  const out = new Map<number, Moved[]>();
  for (const r of rows) (out.get(r.entry_seq) ?? out.set(r.entry_seq, []).get(r.entry_seq)!).push(r);
  return out;
}
