import { type LarvalClock, larvalClock } from '@/core/feeding/larvalClock';
import { larvalRateOf } from '@/core/feeding/larvalRate';
import { judgeLarvae } from '@/core/feeding/larvalSample';
import {
  type Criterion,
  type LarvaeMarks,
  type LarvaeNow,
  type LarvalState,
  larvalState,
  type Sample,
  takenCriteria,
} from '@/core/feeding/larvalState';
import type { RegimeUnit } from '@/core/feeding/regime';
import { type RegimeAdvice, regimeAdvice } from '@/core/feeding/regimeAdvice';
import { feedingOf, hatchOf } from '@/core/species/life';
import { thresholds } from '@/core/thresholds';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { deadSince } from '../numbers/deadSince';
import { type Followed, feedsThen, placeIn, regimesFollowed } from './regimesFollowed';
import { degreeDays, type Warm, warmthOf } from './warmth';

/** What larvae are asked after: which, where, of what, in which water. */
export type Larvae = {
  holdingId: number;
  lotId: number;
  unitId: number;
  species: string;
  station: string;
  number: number;
  sensorId: number | null;
  /** When they came to stand so where they are. */
  openedAt: number;
};

/** Larvae between hatch and food taken, with their clock, what they were given, what samples showed. */
export type LarvaeAt = {
  holdingId: number;
  clock: LarvalClock | null;
  /** Why there is no clock. */
  noClock: 'hatch' | 'water' | null;
  state: LarvalState;
  food: LarvaeNow['food'];
  /** Samples of the last round of each check, by its id. */
  samples: Record<string, Sample>;
  criteria: Criterion[];
  dead: { number: number; of: number } | null;
  taken: { at: number; by: string } | null;
  /** What they are first fed by the regime that they follow; null where none is chosen. */
  regime: {
    name: string;
    first: string;
    live: boolean;
    by: RegimeUnit;
    /** What a sample of the next feed says of the change. */
    advice: RegimeAdvice;
  } | null;
};

/** Looks of one round are one sample: so far apart they are two. */
const ROUND_MS = 6 * HOUR_MS;
/** Samples older than this say nothing of larvae now. */
const SAMPLE_MS = 4 * DAY_MS;
/** After the point of no return this page has nothing to say any more. */
const AFTER_MS = 7 * DAY_MS;
/** Dead are held against the criterion over so many days. */
const DEAD_DAYS = 3;
/** Declared taken, they stay in sight so long. */
const TAKEN_MS = 5 * DAY_MS;

export const larvaeMarks = (): LarvaeMarks => ({
  gutFull: thresholds.gutFullShare.value,
  bladderFilled: thresholds.bladderShare.value,
  longestGapHours: thresholds.larvalGapHours.value,
  longestGapDryHours: thresholds.larvalGapDry.value,
  takenDays: thresholds.takenDays.value,
  takenDeadADay: thresholds.takenDead.value,
});

/**
 * Larvae that come to feed, of all that stand: those between their hatch and a week after the point of no return that
 * nobody has declared feeding. A fixed number of statements, whatever stands.
 */
export async function larvaeNow(
  db: Db,
  site: { siteId: number },
  now: number,
  all: readonly Larvae[],
): Promise<Map<number, LarvaeAt>> {
  const book = await speciesBook(db, site.siteId);
  const young = all.filter((h) => {
    const species = book.get(h.species);
    return (h.station === 'yolksac' || h.station === 'fry') && species && feedingOf(species) && h.number > 0;
  });
  const out = new Map<number, LarvaeAt>();
  if (young.length === 0) return out;
  const lots = [...new Set(young.map((h) => h.lotId))];
  const [foreseen, regimes, taken] = await Promise.all([
    db('prediction')
      .whereIn('lot_id', lots)
      .whereNotNull('at')
      .select<
        { lot_id: number; sensor_id: number; milestone: string; at: number; low: number | null; high: number | null }[]
      >('lot_id', 'sensor_id', 'milestone', 'at', 'low', 'high'),
    regimesFollowed(db, site.siteId, lots, now),
    takenOf(db, lots, now),
  ]);
  const dateOf = (h: Larvae, milestone: string | undefined) => {
    const own = foreseen.filter((p) => p.lot_id === h.lotId && p.milestone === milestone);
    return own.find((p) => p.sensor_id === h.sensorId) ?? own[0] ?? null;
  };
  const hatched = young.map((h) => {
    const species = book.get(h.species)!;
    const hatch = dateOf(h, hatchOf(species)?.id)?.at ?? regimes.of(h.lotId, h.unitId)?.hatchedAt ?? null;
    return { h, species, hatch };
  });
  // Months after their hatch nobody asks for their first meal; of unknown age only those on their yolk are surely larvae.
  const recent = hatched.filter((x) => (x.hatch === null ? x.h.station === 'yolksac' : now - x.hatch < LARVAL_MS));
  const warmth = await warmthOf(
    db,
    [...new Set(recent.flatMap(({ h }) => (h.sensorId === null ? [] : [h.sensorId])))],
    Math.min(now, ...recent.map((x) => x.hatch ?? now)),
    now,
  );
  const clocked = recent.flatMap(({ h, species, hatch }) => {
    const rate = larvalRateOf(species);
    const seen = dateOf(h, feedingOf(species)?.id);
    const temperatures = (h.sensorId === null ? [] : (warmth.get(h.sensorId) ?? [])).map((w) => ({
      at: Math.min(now, w.day + DAY_MS / 2),
      celsius: w.celsius,
    }));
    // Who came in feeding, or was moved as such, came to feed at the latest then.
    const came =
      h.station === 'fry'
        ? Math.min(...young.filter((x) => x.lotId === h.lotId && x.station === 'fry').map((x) => x.openedAt))
        : null;
    const clock =
      hatch === null || !rate
        ? null
        : larvalClock({
            hatchAt: hatch,
            feeding: feedingSeen(seen, hatch),
            by: came !== null && came > hatch ? came : null,
            ...rate,
            temperatures,
            now,
          });
    // Declared where they stood before they came here, it goes with them.
    const declared = taken.find((t) => t.lotId === h.lotId && (t.unitId === h.unitId || t.at <= h.openedAt)) ?? null;
    const end = clock?.dates.noReturn?.high ?? clock?.dates.firstFeeding?.high ?? null;
    const current = clock === null ? h.station === 'yolksac' : end === null || now <= end + AFTER_MS;
    if (!current || (declared && now - declared.at > TAKEN_MS)) return [];
    return [{ h, clock, declared, noClock: clock ? null : hatch === null ? ('hatch' as const) : ('water' as const) }];
  });
  const ids = clocked.map((c) => c.h.lotId);
  const [food, samples, dead] = await Promise.all([
    foodOf(db, ids, now),
    samplesOf(db, ids, now),
    deadSince(
      db,
      clocked.map((c) => c.h.holdingId),
      now - DEAD_DAYS * DAY_MS,
      now,
    ),
  ]);
  for (const { h, clock, declared, noClock } of clocked) {
    // Fed in another tank before they came here they ate too; a sister tank's meals are not theirs.
    const fed = food.filter((f) => f.lotId === h.lotId && (f.unitId === h.unitId || f.first < h.openedAt));
    const here = fed.find((f) => f.unitId === h.unitId);
    const own = samplesIn(samples, h);
    const died = dead.get(h.holdingId);
    const known = {
      food:
        fed.length === 0
          ? null
          : {
              first: Math.min(...fed.map((f) => f.first)),
              last: here?.last ?? Math.min(h.openedAt, Math.max(...fed.map((f) => f.last))),
              days: here?.days ?? Math.max(...fed.map((f) => f.days)),
              live: (here ?? fed[0]!).live,
            },
      guts: own.gutFull ?? null,
      bladders: own.bladder ?? null,
      dead: died === undefined ? null : { number: died, of: h.number },
      taken: declared !== null,
    };
    const regime = regimes.of(h.lotId, h.unitId);
    out.set(h.holdingId, {
      holdingId: h.holdingId,
      clock,
      noClock,
      state: larvalState(clock, known, larvaeMarks(), now),
      food: known.food,
      samples: own,
      criteria: takenCriteria(known, larvaeMarks()),
      dead: known.dead,
      taken: declared && { at: declared.at, by: declared.by },
      regime: regime && {
        name: regime.name,
        first: regime.steps[0]!.feed,
        live: regime.steps[0]!.perMl !== undefined,
        by: regime.by,
        advice: adviceOf(regime, h.sensorId === null ? [] : (warmth.get(h.sensorId) ?? []), own.tookNext, now),
      },
    });
  }
  return out;
}

/** No larva is so long on its way: older ones are left alone without asking. */
const LARVAL_MS = 240 * DAY_MS;

/** Whether the change of feed that comes, or runs, goes by the plan. */
function adviceOf(r: Followed, warm: readonly Warm[], took: Sample | undefined, now: number): RegimeAdvice {
  const place = placeIn(r, now, degreeDays(warm, r.hatchedAt, now));
  return regimeAdvice(r.steps, feedsThen(r, place), place, took ? judgeLarvae('tookNext', took).is : null);
}

/** First feeding as the lot's own dates say it, where they do. */
function feedingSeen(d: { at: number; low: number | null; high: number | null } | null, hatch: number) {
  return d && d.low !== null && d.high !== null && d.at > hatch ? { at: d.at, low: d.low, high: d.high } : null;
}

async function takenOf(db: Db, lots: readonly number[], now: number) {
  return await db('observation as o')
    .join('entry as e', 'e.seq', 'o.entry_seq')
    .join('person as p', 'p.id', 'e.recorded_by')
    .whereIn('o.lot_id', [...lots])
    .where('o.kind', 'taken')
    .where('o.at', '<=', now)
    .orderBy('o.at', 'desc')
    .select<{ lotId: number; unitId: number; at: number; by: string }[]>(
      { lotId: 'o.lot_id', unitId: 'o.unit_id', at: 'o.at' },
      db.raw("IF(e.measured_by = '', p.name, e.measured_by) AS `by`"),
    );
}

/** First and last meal of each lot in each unit, dry or live, and on how many days it was fed. */
async function foodOf(db: Db, lots: readonly number[], now: number) {
  const rows =
    lots.length === 0
      ? []
      : await db('observation')
          .whereIn('lot_id', [...lots])
          .whereIn('kind', ['feed', 'prey'])
          .where('at', '<=', now)
          .groupBy('lot_id', 'unit_id')
          .select<{ lotId: number; unitId: number; first: number; last: number; days: number; live: number }[]>(
            { lotId: 'lot_id', unitId: 'unit_id' },
            db.raw('MIN(`at`) AS first'),
            db.raw('MAX(`at`) AS last'),
            db.raw("MAX(IF(kind = 'prey', `at`, 0)) >= MAX(`at`) AS live"),
            db.raw(`COUNT(DISTINCT FLOOR(\`at\` / ${DAY_MS})) AS days`),
          );
  return rows.map((r) => ({
    ...r,
    first: Number(r.first),
    last: Number(r.last),
    days: Number(r.days),
    live: Number(r.live) === 1,
  }));
}

type Looked = { lotId: number; unitId: number; kind: string; at: number; successes: number; trials: number };

async function samplesOf(db: Db, lots: readonly number[], now: number): Promise<Looked[]> {
  return lots.length === 0
    ? []
    : await db('observation')
        .whereIn('lot_id', [...lots])
        .where('kind', 'like', 'check:%')
        .where('at', '>', now - SAMPLE_MS)
        .where('at', '<=', now)
        .orderBy('at', 'desc')
        .select<Looked[]>({ lotId: 'lot_id', unitId: 'unit_id' }, 'kind', 'at', 'successes', 'trials');
}

/** The last round of each check in a tank, its beakers together. */
function samplesIn(all: readonly Looked[], h: Larvae): Record<string, Sample> {
  const out: Record<string, Sample> = {};
  for (const s of all) {
    if (s.lotId !== h.lotId || s.unitId !== h.unitId) continue;
    const id = s.kind.slice('check:'.length);
    const round = out[id];
    if (!round) out[id] = { successes: s.successes, trials: s.trials, at: s.at };
    else if (round.at - s.at <= ROUND_MS) {
      round.successes += s.successes;
      round.trials += s.trials;
    }
  }
  return out;
}
