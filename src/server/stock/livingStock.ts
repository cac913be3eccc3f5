import type { DeadRise, DeadWatch } from '@/core/health/deadDays';
import { inWindow, type Window } from '@/core/incubation/handsOff';
import type { PickingMethod } from '@/core/incubation/pickingMethods';
import type { JudgedRound } from '@/core/incubation/picks';
import { rollingChange } from '@/core/incubation/rolling';
import { type Due, type DueInput, dueFor, type RoundSettings } from '@/core/planning/due';
import { type Turn, turnOf } from '@/core/species/life';
import { type Species, stageOf, valueNamed } from '@/core/species/species';
import type { Station } from '@/core/species/stations';
import { thresholds } from '@/core/thresholds';
import { localDay } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { type KeptWatch, pickingMethodsOf } from '@/store/pickWatch';
import { speciesBook } from '@/store/species';
import { casesOf } from './cases';
import { type StockNow, stockNow } from './stockNow';

export type Milestone = {
  id: string;
  name: string;
  enters?: string;
  turn?: Turn;
  /** The stage that ends with it. */
  ends?: string;
  at: number | null;
  low: number | null;
  high: number | null;
  seen: boolean;
  passed: number;
  measuredShare: number;
  note: string;
  check?: string;
  /** First and last twentieth of the lot, where its spread is known. */
  first: number | null;
  last: number | null;
  /** Own calibration in it: the factor, and of how many dates. */
  factor: number;
  factorDates: number;
};

/** A standing holding with all that the round wants to know of it. */
export type LivingHolding = StockNow & {
  speciesName: string;
  stageName: string;
  glyph: string;
  station: DueInput['station'];
  last: Record<string, number>;
  rounds: number[];
  milestones: Milestone[];
  due: Due[];
  /** Why hands should stay off just now, and how gravely; null when they may come. */
  handsOff: (Pick<Window, 'why' | 'severity' | 'to'> & { progress: number }) | null;
  /** The watch over its picks; null where there is none. */
  watch: { now: KeptWatch['now']; last: JudgedRound | null; rounds: JudgedRound[]; level: number } | null;
  /** What a day of dead brings as a rule, and a rise that is called out; null where too little was counted. */
  died: { usual: DeadWatch['usual']; rise: DeadRise | null } | null;
  /** The open case that it belongs to: it comes last on the walk. */
  caseId: number | null;
  method: PickingMethod['method'];
  /** Of eggs in a jar: what the change of its water since the flow was set wants of it. */
  rolling: DueInput['rolling'] | null;
};

type Prediction = {
  lot_id: number;
  sensor_id: number;
  milestone: string;
  at: number | null;
  low: number | null;
  high: number | null;
  passed: number;
  measured_share: number;
  note: string;
  first_at: number | null;
  last_at: number | null;
  factor: number;
  factor_dates: number;
};

/**
 * Everything that stands, with dates and what is due. A fixed number of queries however long the history: standings,
 * the latest observations of what stands, the predictions of what stands, the book.
 */
export async function livingStock(
  db: Db,
  site: { siteId: number; timeZone: string; units?: 'metric' | 'us' },
  now: number,
  only: Parameters<typeof stockNow>[3] = {},
): Promise<LivingHolding[]> {
  const standings = await stockNow(db, site.siteId, now, only);
  const [settings, last, rounds, predictions, book, watches, died, cases, methods] = await Promise.all([
    roundSettings(db, site.siteId),
    lastObservations(
      db,
      standings.map((s) => s.holdingId),
    ),
    recentRounds(
      db,
      standings.map((s) => s.holdingId),
      now,
    ),
    predictionsOf(db, [...new Set(standings.map((s) => s.lotId))]),
    speciesBook(db, site.siteId),
    watchesOf(
      db,
      standings.map((s) => s.holdingId),
    ),
    diedOf(
      db,
      standings.map((s) => s.holdingId),
    ),
    casesOf(db, site.siteId, now, { open: true }),
    pickingMethodsOf(db, site.siteId),
  ]);
  const caseOf = new Map(cases.flatMap((k) => k.holdings.map((h) => [h.holding, k.id])));
  const doubtful = await doubtfulOf(db, last);
  const rolling = await rollingOf(db, site.timeZone, now, standings, last, book);
  return standings.map((s) => {
    const species = book.get(s.species)!;
    const stage = stageOf(species, s.stage);
    const own = predictions.get(`${s.lotId} ${s.sensorId}`) ?? [];
    const milestones = milestonesOf(species, own, now);
    const holding = {
      ...s,
      speciesName: species.name,
      stageName: stage.name,
      glyph: glyphOf(stage.glyph, milestones),
      station: stage.station,
      last: last.get(s.holdingId) ?? {},
      rounds: rounds.get(s.holdingId) ?? [],
      milestones,
      watch: watches.get(s.holdingId) ?? null,
      died: died.get(s.holdingId) ?? null,
      caseId: caseOf.get(s.holdingId) ?? null,
      rolling: rolling.get(s.holdingId) ?? null,
      method: methods[s.unitKind as keyof typeof methods]?.method ?? 'pick',
      doubtful: last.get(s.holdingId)?.doubtful ? (doubtful.get(s.holdingId) ?? 0) : 0,
    };
    return {
      ...holding,
      due: dueFor(holding, now, site.timeZone, settings, site.units === 'us'),
      handsOff: handsOffOf(species, holding.station, milestones),
    };
  });
}

async function roundSettings(db: Db, siteId: number): Promise<RoundSettings> {
  return await db('site')
    .where({ id: siteId })
    .first({ weighEveryDays: 'weigh_every_days', countAbovePercent: 'count_above_percent' });
}

/** Eggs whose eyes were seen, or are due by the clock, are drawn with eyes; those about to hatch as hatching. */
function glyphOf(glyph: string, milestones: readonly Milestone[]): string {
  if (glyph !== 'egg') return glyph;
  const hatched = milestones.find((m) => m.turn === 'hatch');
  if (hatched && hatched.passed >= 0.97) return 'hatching';
  const eyed = milestones.find((m) => m.id === 'eyed');
  return eyed && (eyed.seen || eyed.passed >= 1) ? 'eyed' : glyph;
}

/** The sensitive window of the species that the eggs are in, by share of the way to hatch. */
function handsOffOf(species: Species, station: Station, milestones: readonly Milestone[]): LivingHolding['handsOff'] {
  if (station !== 'eggs' && station !== 'yolksac') return null;
  const turn = station === 'eggs' ? 'hatch' : 'feeding';
  const progress = milestones.find((m) => m.turn === turn)?.passed;
  if (progress === undefined) return null;
  const w = inWindow(species, progress, station);
  return w && { why: w.why, severity: w.severity, to: w.to, progress };
}

/** The watch over the picks of each holding, as last worked. */
async function watchesOf(
  db: Db,
  holdingIds: readonly number[],
): Promise<Map<number, NonNullable<LivingHolding['watch']>>> {
  const rows =
    holdingIds.length === 0
      ? []
      : await db('pick_watch')
          .whereIn('holding_id', [...holdingIds])
          .select('holding_id', 'state');
  return new Map(
    rows.map((r) => {
      const kept = fromJson<KeptWatch>(r.state);
      return [r.holding_id, { ...kept, last: kept.rounds.at(-1) ?? null }];
    }),
  );
}

/** The watch over the dead of each holding, as last worked, without its days. */
async function diedOf(db: Db, holdingIds: readonly number[]): Promise<Map<number, NonNullable<LivingHolding['died']>>> {
  const rows =
    holdingIds.length === 0
      ? []
      : await db('dead_watch')
          .whereIn('holding_id', [...holdingIds])
          .select('holding_id', 'usual', 'rise');
  return new Map(
    rows.map((r) => [
      r.holding_id,
      {
        usual: r.usual === null ? null : fromJson<DeadWatch['usual']>(r.usual),
        rise: r.rise === null ? null : fromJson<DeadRise>(r.rise),
      },
    ]),
  );
}

function milestonesOf(species: Species, own: readonly Prediction[], now: number): Milestone[] {
  return species.milestones.flatMap((m) => {
    const p = own.find((x) => x.milestone === m.id);
    if (!p) return [];
    const check = species.checks.find((c) => c.id === m.id)?.id;
    return [
      {
        id: m.id,
        name: m.name,
        enters: m.enters,
        turn: turnOf(species, m),
        ends: m.enters && species.stages[species.stages.findIndex((s) => s.id === m.enters) - 1]?.id,
        at: p.at,
        low: p.low,
        high: p.high,
        seen: p.at !== null && p.at === p.low && p.at === p.high && p.at <= now,
        passed: p.passed,
        measuredShare: p.measured_share,
        note: p.note,
        check,
        first: p.first_at,
        last: p.last_at,
        factor: p.factor,
        factorDates: p.factor_dates,
      },
    ];
  });
}

export async function predictionsOf(db: Db, lotIds: readonly number[]): Promise<Map<string, Prediction[]>> {
  const rows = lotIds.length === 0 ? [] : ((await db('prediction').whereIn('lot_id', [...lotIds])) as Prediction[]);
  const out = new Map<string, Prediction[]>();
  for (const r of rows) {
    const key = `${r.lot_id} ${r.sensor_id}`;
    (out.get(key) ?? out.set(key, []).get(key)!).push(r);
  }
  return out;
}

/** Dead of the rounds of the last fortnight, by holding, oldest first. */
async function recentRounds(db: Db, holdingIds: readonly number[], now: number): Promise<Map<number, number[]>> {
  const rows =
    holdingIds.length === 0
      ? []
      : await db('observation')
          .whereIn('holding_id', [...holdingIds])
          .whereIn('kind', ['pick', 'dead'])
          .where('at', '>', now - 14 * DAY_MS)
          .where('at', '<=', now)
          .groupBy('holding_id')
          // One row a holding: thousands of small rows cost more to read than to add up.
          .select<
            {
              holding_id: number;
              list: string;
            }[]
          >('holding_id', db.raw("GROUP_CONCAT(value ORDER BY `at` SEPARATOR ' ') AS list"));
  return new Map(rows.map((r) => [r.holding_id, r.list.split(' ').map(Number)]));
}

export async function lastObservations(
  db: Db,
  holdingIds: readonly number[],
): Promise<Map<number, Record<string, number>>> {
  const rows =
    holdingIds.length === 0
      ? []
      : await db('observation')
          .whereIn('holding_id', [...holdingIds])
          .groupBy('holding_id', 'kind')
          .select<
            {
              holding_id: number;
              kind: string;
              at: number;
            }[]
          >('holding_id', 'kind', db.raw('MAX(`at`) AS at'));
  const out = new Map<number, Record<string, number>>();
  for (const r of rows) {
    const kinds = out.get(r.holding_id) ?? {};
    kinds[r.kind] = r.at;
    out.set(r.holding_id, kinds);
  }
  return out;
}

/** Pale eggs left at the last look, of the holdings where any were. */
async function doubtfulOf(db: Db, last: ReadonlyMap<number, Record<string, number>>): Promise<Map<number, number>> {
  const of = [...last].flatMap(([id, kinds]) => (kinds.doubtful === undefined ? [] : [[id, kinds.doubtful] as const]));
  if (of.length === 0) return new Map();
  const rows = await db('observation')
    .where({ kind: 'doubtful' })
    .whereIn(['holding_id', 'at'], of as unknown as [number, number][])
    .select<{ holding_id: number; value: number }[]>('holding_id', 'value');
  return new Map(rows.map((r) => [r.holding_id, r.value]));
}

/**
 * Of eggs in jars: how warm the water was on the day the flow was last set, how warm it is, and the change of flow that
 * this wants. Nothing where Reference has no diameter or the water was not read. Two queries.
 */
async function rollingOf(
  db: Db,
  timeZone: string,
  now: number,
  standings: readonly StockNow[],
  last: ReadonlyMap<number, Record<string, number>>,
  book: ReadonlyMap<string, Species>,
): Promise<Map<number, NonNullable<DueInput['rolling']>>> {
  const jars = standings.flatMap((s) => {
    const diameter = valueNamed(book.get(s.species)!, 'hardened egg diameter')?.value;
    if (s.station !== 'eggs' || s.unitKind !== 'jar' || s.sensorId === null || diameter === undefined) return [];
    const setAt = Math.max(s.openedAt, last.get(s.holdingId)?.flowSet ?? 0);
    // The water of that day; where it was first read the day after, of that.
    const day = localDay(setAt, timeZone);
    return [{ id: s.holdingId, sensor: s.sensorId, diameter, setAt, days: [day.start, day.end] }];
  });
  if (jars.length === 0) return new Map();
  const sensors = [...new Set(jars.map((j) => j.sensor))];
  const [latest, then] = await Promise.all([
    db('reading_day')
      .whereIn('sensor_id', sensors)
      .where('day', '<=', now)
      .where('day', '>', now - 3 * DAY_MS)
      .orderBy('day')
      .select<{ sensor_id: number; celsius: number }[]>('sensor_id', db.raw('sum / n AS celsius')),
    db('reading_day')
      .whereIn(
        ['sensor_id', 'day'],
        [
          ...new Map(
            jars.flatMap((j) => j.days.map((d) => [`${j.sensor} ${d}`, [j.sensor, d] as [number, number]])),
          ).values(),
        ],
      )
      .select<{ sensor_id: number; day: number; celsius: number }[]>('sensor_id', 'day', db.raw('sum / n AS celsius')),
  ]);
  const nowOf = new Map(latest.map((r) => [r.sensor_id, r.celsius]));
  const thenOf = new Map(then.map((r) => [`${r.sensor_id} ${r.day}`, r.celsius]));
  const inWater = (c: number) => Math.min(40, Math.max(0, c));
  return new Map(
    jars.flatMap((j) => {
      const from = j.days.map((d) => thenOf.get(`${j.sensor} ${d}`)).find((c) => c !== undefined);
      const to = nowOf.get(j.sensor);
      if (from === undefined || to === undefined) return [];
      const change = rollingChange(j.diameter, 1000 * thresholds.eggDensity.value, inWater(from), inWater(to));
      return [[j.id, { from, to, change, setAt: j.setAt }] as const];
    }),
  );
}
