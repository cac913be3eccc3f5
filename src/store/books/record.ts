import { type HoldingKey, keyOf, type Place } from '@/core/books/accounts';
import { type Derivation, derive } from '@/core/books/derive';
import { type Act, dayRank } from '@/core/books/entry';
import type { ObservationKind } from '@/core/books/observations';
import { compareEntries, orderInstant, rankOf } from '@/core/books/order';
import { BookRefused } from '@/core/books/refusal';
import type { BookContext } from '@/core/books/state';
import type { Station } from '@/core/species/stations';
import { type Trx, together } from '../connection';
import { watchQueued } from '../deadWatch';
import { comparePosition, lastOf, lineage, positionOf } from './lineage';
import { type EntryRow, fromJson, type HoldingRow, toBookEntry } from './rows';
import { addLots, currentState, keyOfRow, stateBefore } from './stateOf';
import { BookWriter } from './write';

/** An entry about to be recorded. `dayStart` and `dayEnd` bound its local day. */
export type NewEntry = {
  id: string;
  kind: string;
  at: number;
  precision: 'minute' | 'day';
  dayStart: number;
  dayEnd: number;
  measuredBy: string;
  intent: unknown;
  acts: Act[];
  note?: string;
  /** What people wrote in it, for search. */
  texts?: readonly string[];
  voidsSeq?: number;
  replacesSeq?: number;
  /** What it tells besides its acts, for the queries that look for the latest of a kind. */
  observations?: readonly Observation[];
};

/** Something seen at the time of an entry: of a holding, a unit, a lot, a brood fish, a batch of adults or a spawning day. */
export type Observation = {
  kind: ObservationKind;
  brood_fish_id?: number | null;
  spawning_day_id?: number | null;
  /** The batch of adults that came in or of which some ended. */
  brood_batch_id?: number | null;
  /** The lot of feed that it took from, or was about. */
  feed_lot_id?: number | null;
  /** The vessel of live food. */
  vessel_id?: number | null;
  /** What was found, where that is no number. */
  said?: string | null;
  holding_id?: number | null;
  unit_id?: number | null;
  lot_id?: number | null;
  value?: number | null;
  low?: number;
  high?: number;
  trials?: number;
  successes?: number;
};

export type Recorded = {
  seqs: number[];
  derivations: Derivation[];
  /** Entries of the past whose derivation changed. */
  rederived: number[];
};

export type Recording = {
  trx: Trx;
  siteId: number;
  commandId: string;
  personId: number;
  personName: string;
  now: number;
  /** Asked for only when something is booked. */
  context: () => Promise<BookContext>;
  /** The station to which a stage of a species belongs. */
  stationOf: (species: string, stage: string) => Promise<Station>;
  /** Rows of holdings that the caller has read under the same lock. */
  holdings: ReadonlyMap<HoldingKey, HoldingRow>;
};

/**
 * Appends entries to the books and brings everything that is derived from them up to date, in the caller's
 * transaction, whose first statement must have taken the site's lock.
 *
 * An entry that comes after everything on the holdings it touches is derived from their current state. Any other
 * (back-dated, voiding, replacing) re-derives what follows it on those holdings and on their descendants; derivations
 * that change are kept, marked superseded.
 *
 * @throws BookRefused naming the entry that could not stand; the caller rolls back
 */
export async function recordEntries(r: Recording, entries: readonly NewEntry[]): Promise<Recorded> {
  const rows = await insertEntries(r, entries);
  const booked = rows.filter((row) => row.acts !== '[]');
  const voided = await voidedEntries(r.trx, rows);
  const seen = entries.flatMap((e, i) =>
    (e.observations ?? []).map((o) => ({ ...o, entry_seq: rows[i]!.seq, at: e.at })),
  );
  const died = seen.flatMap((o) => (o.kind === 'dead' && o.lot_id ? [o.lot_id] : []));
  const observations = [
    ...(seen.length === 0 ? [] : [r.trx('observation').insert(seen)]),
    ...(died.length === 0 ? [] : [watchQueued(r.trx, r.siteId, died, r.now)]),
  ];
  if (booked.length === 0 && voided.length === 0) {
    await together(r.trx, observations);
    return { seqs: rows.map((x) => x.seq), derivations: [], rederived: [] };
  }

  const acts = [...booked, ...voided].flatMap((row) => fromJson<Act[]>(row.acts));
  const units = [...new Set([...unitsEntered(acts), ...unitsLeft(voided.flatMap((row) => fromJson<Act[]>(row.acts)))])];
  const from = Math.min(...[...booked, ...voided].map((row) => row.order_at));
  const holdings = await holdingsAround(r, placesOf(acts), units, from);
  const latest = [...holdings].sort((a, b) => comparePosition(lastOf(b), lastOf(a)))[0];
  const atTheEnd =
    voided.length === 0 && (!latest || booked.every((row) => comparePosition(positionOf(row), lastOf(latest)) > 0));
  const writer = new BookWriter(r, Math.max(...rows.map((x) => x.seq)));
  if (atTheEnd) {
    const derivations = await append(r, writer, booked, holdings, acts);
    await together(r.trx, [...writer.pending(), ...observations]);
    return { seqs: rows.map((x) => x.seq), derivations, rederived: [] };
  }
  const { derivations, rederived } = await rederive(r, writer, booked, voided, holdings);
  await together(r.trx, observations);
  return { seqs: rows.map((x) => x.seq), derivations, rederived };
}

async function insertEntries(r: Recording, entries: readonly NewEntry[]): Promise<EntryRow[]> {
  const rows: EntryRow[] = [];
  for (const e of entries) {
    // Within a day whose minutes are not known, arrivals come first and losses last; minutes speak for themselves.
    const rank = e.precision === 'day' ? rankOf(e.acts) : dayRank.between;
    // A replacement stands where its original stood; anything else behind all that was recorded before it.
    const replaced =
      e.replacesSeq === undefined
        ? undefined
        : await r.trx('entry').where({ seq: e.replacesSeq }).first('seq', 'order_seq');
    const row = {
      id: e.id,
      site_id: r.siteId,
      command_id: r.commandId,
      kind: e.kind,
      at: e.at,
      precision: e.precision,
      order_at: orderInstant(e.at, e.precision, rank, r.now, e.dayStart, e.dayEnd),
      day_rank: rank,
      order_seq: replaced ? (replaced.order_seq ?? replaced.seq) : null,
      recorded_at: r.now,
      recorded_by: r.personId,
      measured_by: e.measuredBy,
      intent: JSON.stringify(e.intent),
      acts: JSON.stringify(e.acts),
      note: e.note ?? '',
      words: wordsOf(e, r.personName),
      voids_seq: e.voidsSeq ?? null,
      replaces_seq: e.replacesSeq ?? null,
    };
    const [seq] = (await r.trx('entry').insert(row)) as [number];
    rows.push({ ...row, seq });
  }
  return rows;
}

/** What was written by hand in an entry, for search: its note, its texts, who measured if not who typed. */
function wordsOf(e: NewEntry, typist: string): string | null {
  const texts = [e.note ?? '', ...(e.measuredBy === typist ? [] : [e.measuredBy]), ...(e.texts ?? [])];
  const words = [...new Set(texts.map((t) => t.trim()).filter(Boolean))].join(' \n').slice(0, 2000);
  return words || null;
}

async function voidedEntries(trx: Trx, rows: readonly EntryRow[]): Promise<EntryRow[]> {
  const seqs = rows.flatMap((x) => (x.voids_seq === null ? [] : [x.voids_seq]));
  return seqs.length === 0 ? [] : ((await trx('entry').whereIn('seq', seqs)) as EntryRow[]);
}

const NOTHING_OPENS: BookContext = { isShared: () => false, drift: () => ({ perDay: 0, sd: 0 }) };

async function append(
  r: Recording,
  writer: BookWriter,
  booked: readonly EntryRow[],
  holdings: readonly HoldingRow[],
  acts: readonly Act[],
): Promise<Derivation[]> {
  const state = await currentState(r.trx, holdings);
  // Losses and emptyings open nothing: they need neither lots nor units nor drift rates.
  const opens = acts.some((x) => x.act !== 'lose' && x.act !== 'close');
  if (opens) await addLots(r.trx, state, lotsOf(acts), []);
  const context = opens ? await r.context() : NOTHING_OPENS;
  const derivations: Derivation[] = [];
  for (const entry of booked.map(toBookEntry).sort(compareEntries)) {
    const derivation = derive(state, entry, context);
    derivations.push(derivation);
    await writer.append(entry, derivation, state, holdings);
  }
  return derivations;
}

async function rederive(
  r: Recording,
  writer: BookWriter,
  booked: readonly EntryRow[],
  voided: readonly EntryRow[],
  seeds: readonly HoldingRow[],
): Promise<Pick<Recorded, 'derivations' | 'rederived'>> {
  const from = Math.min(...[...booked, ...voided].map((x) => x.order_at));
  const own = new Set(booked.map((x) => x.seq));
  const { holdings, entries } = await lineage(r.trx, seeds, from, own);
  const all = [...entries.filter((e) => !voided.some((v) => v.seq === e.seq)), ...booked];
  const state = await stateBefore(r.trx, holdings, from);
  await addLots(
    r.trx,
    state,
    lotsOf(all.flatMap((e) => fromJson<Act[]>(e.acts))),
    [...all, ...voided].map((e) => e.seq),
  );
  const context = await r.context();
  const derivations: Derivation[] = [];
  const replayed: {
    entry: ReturnType<typeof toBookEntry>;
    derivation: Derivation;
    after: Map<HoldingKey, { number: number; sd: number }>;
  }[] = [];
  for (const entry of all.map(toBookEntry).sort(compareEntries)) {
    const derivation = derive(state, entry, context);
    replayed.push({ entry, derivation, after: writer.numbersAfter(entry, derivation, state) });
    if (own.has(entry.seq)) derivations.push(derivation);
  }
  const rederived = await writer.replace(
    from,
    replayed,
    voided.map((v) => v.seq),
    own,
    holdings,
    state,
  );
  return { derivations, rederived };
}

// ——— places ———

function placesOf(acts: readonly Act[]): Place[] {
  return acts.flatMap((a) => {
    switch (a.act) {
      case 'bring':
        return [a.to];
      case 'shift':
        return [a.from, ...a.parts.map((p) => p.to)];
      case 'lose':
        return [a.from];
      default:
        return [a.holding];
    }
  });
}

const unitsEntered = (acts: readonly Act[]): number[] => [
  ...new Set(
    acts
      .flatMap((a) =>
        a.act === 'bring'
          ? [a.to]
          : a.act === 'shift'
            ? a.parts.map((p) => p.to)
            : a.act === 'census'
              ? [a.holding]
              : [],
      )
      .map((p) => Number(p.unit)),
  ),
];

/** Units that acts take out of: taken back, what left them stands there again, beside whatever has come since. */
const unitsLeft = (acts: readonly Act[]): number[] =>
  acts.flatMap((a) =>
    a.act === 'shift' || a.act === 'lose' ? [Number(a.from.unit)] : a.act === 'close' ? [Number(a.holding.unit)] : [],
  );

const lotsOf = (acts: readonly Act[]): number[] => [...new Set(placesOf(acts).map((p) => Number(p.lot)))];

/**
 * Rows of the places named, made where they are missing, and of whatever stands in the units entered, or stood there at
 * or after the instant `from`: two lots do not share a unit at any past instant either.
 */
async function holdingsAround(
  { trx, holdings: read, stationOf }: Recording,
  places: readonly Place[],
  units: readonly number[],
  from: number,
): Promise<HoldingRow[]> {
  const keys = new Map(places.map((p) => [keyOf(p), p]));
  if (units.length === 0 && [...keys.keys()].every((k) => read.has(k)))
    return [...keys.keys()].map((k) => read.get(k)!);
  const rows = await trx('holding')
    .where((q) => {
      for (const p of keys.values()) q.orWhere({ lot_id: Number(p.lot), unit_id: Number(p.unit), stage: p.stage });
      if (units.length > 0)
        q.orWhere((b) =>
          b.whereIn('unit_id', [...units]).where((x) => x.where('number', '>', 0).orWhere('last_order_at', '>=', from)),
        );
    })
    .select<HoldingRow[]>('*');
  const found = new Set(rows.map(keyOfRow));
  for (const [key, p] of keys) {
    if (found.has(key)) continue;
    // A place that nothing was ever put into may be named by mistake: only lots that exist get a row.
    const lot = await trx('lot')
      .where({ id: Number(p.lot) })
      .first('id', 'site_id', 'species');
    if (!lot) throw new BookRefused({ code: 'lotUnknown', lot: p.lot }, 'new');
    const station = await stationOf(lot.species, p.stage);
    const blank = { site_id: lot.site_id, lot_id: lot.id, unit_id: Number(p.unit), stage: p.stage, station };
    const [id] = (await trx('holding').insert(blank)) as [number];
    rows.push({
      ...blank,
      id,
      number: 0,
      sd: 0,
      exposure: 0,
      exposure_at: 0,
      opened_at: null,
      closed_at: null,
      last_order_at: 0,
      last_rank: 0,
      last_order_seq: 0,
      last_seq: 0,
    });
  }
  return rows;
}
