import type { Sex } from '@/core/brood/parseFish';
import type { Point } from '@/core/development/timeline';
import { eggsPerGByDiameter, type Yield, yieldOf } from '@/core/eggs/yieldOf';
import { femalesNeeded } from '@/core/induction/females';
import { type LatencyClock, latencyClock, type ReadyFinding } from '@/core/induction/latency';
import { Z95 } from '@/core/quantities/interval';
import type { BathMixed, Crossed } from '@/core/spawning/acts';
import { type BathUsed, bathsOf } from '@/core/spawning/baths';
import { type BowlStamp, type DayState, dayState, eggsLeft } from '@/core/spawning/dayState';
import { type CrossKind, type DayPlan, dayPlan } from '@/core/spawning/plan';
import { type Species, valueNamed } from '@/core/species/species';
import { HOUR_MS } from '@/core/time/spans';
import { type BroodFish, broodView } from '@/modules/brood/views/brood';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { dayEntries } from '@/store/dayEntries';
import { type ProtocolInForce, protocolsInForce } from '@/store/protocols';
import { type EggsLearned, eggsLearned } from './eggsLearned';

export type DayListed = { id: number; name: string; species: string; day: number; closed: boolean };

/** Spawning days, the latest first. */
export async function spawningDays(db: Db, siteId: number, only: { open?: boolean } = {}): Promise<DayListed[]> {
  const rows = await db('spawning_day')
    .where({ site_id: siteId, ...(only.open ? { closed: false } : {}) })
    .orderBy([
      { column: 'day', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .limit(60)
    .select('id', 'name', 'species', 'day', 'closed');
  return rows.map((r) => ({ ...r, closed: Boolean(r.closed) }));
}

export type DayFemale = {
  fish: BroodFish;
  planned: number[];
  /** Water that its unit stands in, as last read. */
  celsius: number | null;
  treatment: { id: string; name: string; parts: number } | null;
  given: { part: number; at: number; amount: number; unit: string; volumeMl: number; by: string; entry: string }[];
  /** When the next part is wanted; null before the first, and after the last. */
  nextPart: { part: number; at: number } | null;
  clock: LatencyClock | null;
  checks: { at: number; found: ReadyFinding; entry: string }[];
  strips: { at: number; massG: number; apart: boolean; why: string; entry: string }[];
  /** Grams of her eggs in no bowl yet. */
  eggsLeftG: number;
  /** What she gave against what her mass promises; null while that cannot be told. */
  gave: Yield | null;
  taking: { protocol: string; stamps: BowlStamp[] }[];
  notAlone: number;
};
export type DayMale = {
  fish: BroodFish;
  milts: { at: number; volumeMl: number | null; motility: string | null; apart: boolean; why: string; entry: string }[];
  bowls: string[];
  /** Share of the eggs of the season, counted so far, that he fathered; and whether that is more than twice an equal one. */
  fathered: number;
  overused: boolean;
};
export type DayBowl = {
  bowl: string;
  at: number;
  entry: string;
  females: { tag: string; fish: number; massG: number }[];
  males: { tag: string; fish: number }[];
  how: CrossKind;
  /** Of males one after the other: the minute and the share of each. */
  turns?: Crossed['turns'];
  nest: boolean;
  protocols: string[];
  stamps: Record<string, BowlStamp[]>;
  /** Counted into the books: its lot, and what of it still waits on the table. */
  take: Omit<TakeOfBowl, 'entry'> | null;
};
export type DayView = {
  id: number;
  name: string;
  day: number;
  closed: boolean;
  plan: DayPlan;
  book: Species;
  females: DayFemale[];
  males: DayMale[];
  bowls: DayBowl[];
  baths: (BathUsed & BathMixed & { by: string })[];
  protocols: ProtocolInForce[];
  /** What this hatchery’s own counts say of these eggs, and eggs in a dry gram by them or by Reference. */
  learned: EggsLearned;
  perDryG: { mean: number; sd: number | null; own: boolean } | null;
  /** Fish of the species that are here and not of this day. */
  others: { id: number; tag: string; sex: Sex; ready: boolean; eggs: BroodFish['eggs'] }[];
  /** Eggs of the females that are not counted yet and not held apart, and those counted. */
  expected: number | null;
  counted: { number: number; sd: number };
  odds: number | null;
};

/** One spawning day as it stands: who is next, how much, how long. A fixed number of statements. */
export async function dayView(
  db: Db,
  site: { siteId: number },
  id: number,
  now: number,
  /** Only what says what is due, for the mark on every page. */
  o: { marks?: boolean } = {},
): Promise<DayView | null> {
  const row = await db('spawning_day').where({ id, site_id: site.siteId }).first();
  if (!row) return null;
  const plan = dayPlan.parse(fromJson(row.plan));
  const [entries, brood, protocols, takes, learned, fathers] = await Promise.all([
    dayEntries(db, id),
    broodView(db, site.siteId, row.species, now),
    protocolsInForce(db, site.siteId),
    takesOf(db, id),
    o.marks ? NOTHING_LEARNED : eggsLearned(db, site.siteId, row.species),
    o.marks ? new Map<number, number>() : fathersOf(db, site.siteId, row.species, row.day),
  ]);
  const { book } = brood;
  const perDryG = perDryGOf(learned, book);
  const state = dayState(entries);
  const fishOf = new Map(brood.fish.map((f) => [f.id, f]));
  const ofDay = new Set([
    ...plan.crosses.flatMap((c) => [c.female, ...c.males]),
    ...state.fish.keys(),
    ...state.bowls.flatMap((b) => [...b.females.map((f) => f.fish), ...b.males]),
  ]);
  const here = [...ofDay].map((f) => fishOf.get(f)).filter((f): f is BroodFish => f !== undefined);
  const water = await watersOf(db, here, state, now);
  const females = here
    .filter((f) => f.sex !== 'male')
    .map((f) => ({
      ...femaleOf(f, state, plan, book, perDryG, water.get(f.id) ?? [], now),
      taking: plan.protocols
        .filter((id) => protocols.get(id)?.kind === 'taking')
        .map((id) => ({ protocol: id, stamps: state.fish.get(f.id)?.stamps[id] ?? [] })),
      notAlone:
        plan.oneToCage && f.unitId !== null && state.fish.get(f.id)?.injections.length
          ? brood.fish.filter((x) => x.id !== f.id && x.gone === null && x.unitId === f.unitId).length
          : 0,
    }));
  const bowls = state.bowls.map((b): DayBowl => {
    const take = takes.find((t) => t.entry === b.take?.entry);
    return {
      ...b,
      females: b.females.map((f) => ({ ...f, tag: fishOf.get(f.fish)?.tag ?? '?' })),
      males: b.males.map((m) => ({ fish: m, tag: fishOf.get(m)?.tag ?? '?' })),
      take: take ?? null,
    };
  });
  const counted = {
    number: takes.reduce((s, t) => s + t.eggs, 0),
    sd: Math.hypot(0, ...takes.map((t) => t.sd)),
  };
  // Whose eggs are not counted yet and not held apart: what they may still bring.
  const inBooks = new Set(bowls.filter((b) => b.take).flatMap((b) => b.females.map((f) => f.fish)));
  const coming = females.filter(
    (f) =>
      f.fish.eggs &&
      !inBooks.has(f.fish.id) &&
      (f.planned.length > 0 || f.strips.length > 0) &&
      !(f.strips.length > 0 && f.strips.every((s) => s.apart)) &&
      f.checks.at(-1)?.found !== 'spent',
  );
  const expected = coming.length === 0 ? null : coming.reduce((s, f) => s + f.fish.eggs!.expected, 0);
  return {
    id,
    name: row.name,
    day: row.day,
    closed: Boolean(row.closed),
    plan,
    book,
    females,
    males: here
      .filter((f) => f.sex === 'male')
      .map((f) => ({
        fish: f,
        milts: (state.fish.get(f.id)?.milts ?? []).map((m) => ({
          at: m.at,
          volumeMl: m.volumeMl ?? null,
          motility: m.motility ?? null,
          apart: m.apart,
          why: m.why,
          entry: m.entry,
        })),
        bowls: state.bowls.filter((b) => b.males.includes(f.id)).map((b) => b.bowl),
        fathered: fathers.get(f.id) ?? 0,
        overused: fathers.size > 2 && (fathers.get(f.id) ?? 0) > 2 / fathers.size + 1e-9,
      })),
    bowls,
    baths: bathsOf(state, protocols).map((b, i) => ({ ...state.baths[i]!, ...b })),
    protocols: [...protocols.values()].filter(
      (p) => p.groups.length === 0 || p.groups.includes(book.group) || bowls.some((b) => b.protocols.includes(p.id)),
    ),
    learned,
    perDryG,
    others: brood.fish
      .filter((f) => f.gone === null && !ofDay.has(f.id))
      .map((f) => ({ id: f.id, tag: f.tag, sex: f.sex, ready: Boolean(f.ripeness?.ready), eggs: f.eggs })),
    expected,
    counted,
    odds: oddsOf(plan, coming, counted.number),
  };
}

const NOTHING_LEARNED: EggsLearned = { swelling: null, perDryG: null, packing: null };

/** The share of each father in the eggs of a species taken within half a year of a day. Two statements. */
async function fathersOf(db: Db, siteId: number, species: string, day: number): Promise<Map<number, number>> {
  const lots = await db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .where({ 't.site_id': siteId, 't.species': species, 'p.account': 'taken' })
    .whereNull('p.superseded_seq')
    .whereBetween('p.order_at', [day - HALF_YEAR_MS, day + HALF_YEAR_MS])
    .groupBy('h.lot_id')
    .select<{ lot_id: number; n: string }[]>('h.lot_id', db.raw('-SUM(p.delta) AS n'));
  const taken = new Map(lots.map((l) => [l.lot_id, Number(l.n)]));
  const rows = await db('lot_share as s')
    .joinRaw('JOIN family AS f ON s.family = CAST(f.id AS CHAR)')
    .whereIn('s.lot_id', [0, ...taken.keys()])
    .whereNull('s.superseded_seq')
    .select<{ lot_id: number; share: number; males: string }[]>('s.lot_id', 's.share', 'f.males');
  const eggs = new Map<number, number>();
  for (const r of rows)
    for (const m of fromJson<{ id: number; share: number }[]>(r.males))
      eggs.set(m.id, (eggs.get(m.id) ?? 0) + taken.get(r.lot_id)! * r.share * m.share);
  const all = [...eggs.values()].reduce((s, n) => s + n, 0);
  return new Map([...eggs].map(([id, n]) => [id, n / all]));
}
const HALF_YEAR_MS = 183 * 24 * HOUR_MS;

/** Odds that the females whose eggs are not counted yet bring what is still wanted. */
function oddsOf(plan: DayPlan, coming: readonly DayFemale[], counted: number): number | null {
  const wanted = plan.eggsWanted - counted;
  if (plan.eggsWanted === 0) return null;
  if (wanted <= 0) return 1;
  if (coming.length === 0) return 0;
  const o = femalesNeeded.compute(
    femalesNeeded.input.parse({
      eggsWanted: wanted,
      females: coming.map((f) => ({
        eggs: f.fish.eggs!.expected,
        eggsSd: (f.fish.eggs!.high - f.fish.eggs!.expected) / Z95,
        // Who runs already will give eggs.
        ovulates: f.strips.length > 0 || f.checks.at(-1)?.found === 'running' ? 1 : (plan.ovulates ?? 1),
      })),
    }),
  );
  return o.odds.at(-1)!.odds;
}

/** Eggs in a dry gram: as counted here, else by the diameter in Reference. */
function perDryGOf(learned: EggsLearned, book: Species): DayView['perDryG'] {
  if (learned.perDryG) return { mean: learned.perDryG.mean, sd: learned.perDryG.sd, own: true };
  const d = valueNamed(book, 'dry egg diameter');
  if (!d) return null;
  const mean = eggsPerGByDiameter(d.value);
  // Reference's spread is the half-width in which most stocks lie; a volume goes with its third power.
  return { mean, sd: d.spread === undefined ? null : (mean * 3 * d.spread) / d.value / Z95, own: false };
}

function femaleOf(
  f: BroodFish,
  state: DayState,
  plan: DayPlan,
  book: Species,
  perDryG: DayView['perDryG'],
  temperatures: Point[],
  now: number,
): Omit<DayFemale, 'notAlone' | 'taking'> {
  const did = state.fish.get(f.id);
  const given = did?.injections ?? [];
  const treatment = book.inductions.find((i) => i.id === (given.at(-1)?.induction ?? plan.induction)) ?? null;
  const last = given.at(-1);
  const over = Boolean(treatment && last && last.part >= treatment.parts.length);
  const checks = did?.checks ?? [];
  const row = treatment
    ? (book.latencies.find((l) => l.induction === treatment.id && l.eggStage === f.eggStage?.id) ??
      book.latencies.find((l) => l.induction === treatment.id && l.eggStage === undefined))
    : undefined;
  const read = temperatures.at(-1);
  return {
    fish: f,
    planned: plan.crosses.find((c) => c.female === f.id)?.males ?? [],
    celsius: read?.celsius ?? null,
    treatment: treatment && { id: treatment.id, name: treatment.name, parts: treatment.parts.length },
    given: given.map((g) => ({
      part: g.part,
      at: g.at,
      amount: g.amount,
      unit: g.doseUnit,
      volumeMl: g.volumeMl,
      by: g.by,
      entry: g.entry,
    })),
    nextPart:
      treatment && last && !over ? { part: last.part + 1, at: last.at + treatment.intervalHours * HOUR_MS } : null,
    clock:
      treatment && last && over
        ? latencyClock({
            row: row ?? null,
            from: last.at,
            temperatures,
            checks,
            leadHours: treatment.check.leadHours,
            stepMinutes: treatment.check.stepMinutes,
            ripeHours: treatment.ripeHours,
            now,
          })
        : null,
    checks: checks.map((x) => ({ at: x.at, found: x.found, entry: x.entry })),
    strips: (did?.strips ?? []).map((s) => ({ at: s.at, massG: s.massG, apart: s.apart, why: s.why, entry: s.entry })),
    eggsLeftG: eggsLeft(state, f.id),
    gave:
      perDryG && f.eggs && did && did.strips.length > 0
        ? yieldOf(
            did.strips.reduce((s, x) => s + x.massG, 0),
            f.eggs,
            perDryG,
          )
        : null,
  };
}

/** Temperatures of the water of each fish since the day before its first injection (or the last day), in order. */
async function watersOf(
  db: Db,
  fish: readonly BroodFish[],
  state: DayState,
  now: number,
): Promise<Map<number, Point[]>> {
  const units = fish.map((f) => f.unitId).filter((u): u is number => u !== null);
  if (units.length === 0) return new Map();
  const injected = [...state.fish.values()].flatMap((f) => f.injections.map((i) => i.at));
  const since = Math.min(now, ...injected) - 24 * HOUR_MS;
  const rows = await db('unit as u')
    .join('reading as r', 'r.sensor_id', 'u.sensor_id')
    .whereIn('u.id', units)
    .where('r.at', '>=', since)
    .where('r.at', '<=', now)
    .orderBy('r.at')
    .select<{ id: number; at: number; value: number }[]>('u.id', 'r.at', 'r.value');
  const byUnit = new Map<number, Point[]>();
  for (const r of rows) (byUnit.get(r.id) ?? byUnit.set(r.id, []).get(r.id)!).push({ at: r.at, celsius: r.value });
  return new Map(
    fish.flatMap((f) => (f.unitId !== null && byUnit.has(f.unitId) ? [[f.id, byUnit.get(f.unitId)!]] : [])),
  );
}

type TakeOfBowl = {
  entry: string;
  lotId: number;
  lot: string;
  eggs: number;
  sd: number;
  unitId: number;
  unit: string;
  waiting: number;
  /** The volume at which they were counted, where they were counted so. */
  volumeMl: number | null;
};

/** Takes of the day with what they brought, and what of it still stands on the table. */
async function takesOf(db: Db, day: number): Promise<TakeOfBowl[]> {
  const rows = await db('observation as o')
    .join('entry as e', 'e.seq', 'o.entry_seq')
    .join('lot as t', 't.id', 'o.lot_id')
    .join('holding_point as p', 'p.entry_seq', 'e.seq')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('unit as u', 'u.id', 'h.unit_id')
    .where({ 'o.spawning_day_id': day, 'o.kind': 'take' })
    .select<(Omit<TakeOfBowl, 'volumeMl'> & { kind: string; intent: string })[]>(
      'e.id as entry',
      't.id as lotId',
      't.name as lot',
      'p.number as eggs',
      'p.sd',
      {
        unitId: 'h.unit_id',
        unit: 'u.name',
        waiting: 'h.number',
        kind: 'u.kind',
        intent: 'e.intent',
      },
    );
  return rows.map(({ kind, intent, ...r }) => ({
    ...r,
    eggs: Number(r.eggs),
    volumeMl: fromJson<{ measured?: { totalVolumeMl?: number } }>(intent).measured?.totalVolumeMl ?? null,
    waiting: kind === 'table' ? Number(r.waiting) : 0,
  }));
}
