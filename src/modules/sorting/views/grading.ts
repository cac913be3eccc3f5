import { z } from 'zod';
import { eatenADay, pairShareMeasured, pairShareSd } from '@/core/grading/cannibals';
import { cvInterval, momentsOf } from '@/core/grading/fit';
import { farOut, type SpreadAhead, type SpreadSeen, spreadAhead } from '@/core/grading/spread';
import { waiting } from '@/core/grading/waiting';
import { Z95 } from '@/core/quantities/interval';
import { valueNamed } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { DAY_MS } from '@/core/time/spans';
import type { HallUnit, HallView } from '@/modules/rearing/views/hall';
import { lastSet } from '@/server/stock/feeding/lastSet';
import { spreadsOf } from '@/server/stock/numbers/spreads';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { type GradedLately, gradedLately } from './gradedLately';
import { type GraderHere, gradersLearned } from './gradersLearned';

/** A number with its 95 % interval. */
type Between = { value: number; low: number; high: number };

/** What a tank's sizes are like, and whether it is to be graded. */
export type SizeRow = {
  holdingId: number;
  lotId: number;
  lot: string;
  unitId: number;
  unit: string;
  room: string;
  stage: string;
  speciesName: string;
  glyph: string;
  number: number;
  sd: number;
  meanG: number | null;
  /** The last sample of lengths; null where none was ever measured. */
  sample: {
    at: number;
    n: number;
    meanMm: number;
    cv: number;
    low: number | null;
    high: number | null;
    shooters: number;
    runts: number;
  } | null;
  /** Spread of each sample here, oldest first. */
  series: SpreadSeen[];
  ahead: SpreadAhead | null;
  /** Eaten a day as they stand, by the last lengths; null where they do not eat each other or were not measured. */
  eaten: Between | null;
  /** That a week more would cost. */
  weekLoss: number | null;
  /** When it is to be graded as planned. */
  plannedAt: number | null;
  is: 'grade' | 'soon' | 'even' | 'unknown';
};

/** A unit that may take a class. */
export type ClassTank = {
  id: number;
  name: string;
  room: string;
  volumeL: number | null;
  flowLPerMin: number | null;
  /** What stands there. */
  holds: string;
  number: number;
  massG: number | null;
};

export type Bench = {
  row: SizeRow;
  lengthsMm: number[];
  values: {
    gapeRatio: number | null;
    eatenPerDay: number;
    condition: number;
    densityIndex: number | null;
    flowIndex: number | null;
    /** Growth of the cube root of the mass a day, g^⅓; null where it is not known. */
    rise: number | null;
    widthPerLength: number;
    selectivityMm: number;
    /** Of its water now, and what they are to keep. */
    celsius: number | null;
    leastMgPerL: number | null;
  };
  learned: GraderHere | null;
  tanks: ClassTank[];
  plan: {
    on: number;
    barsMm: number[];
    classes: { grade: string; unit: number | null }[];
    noFeedHours: number;
    who: string;
  } | null;
  /** What stands ready since it was planned. */
  ready: string[];
};

/** Larger fish above smaller ones in the same water. */
export type OutOfOrder = { above: string; aboveG: number; below: string; belowG: number };

export type GradingView = { rows: SizeRow[]; order: OutOfOrder[]; lately: GradedLately[]; bench: Bench | null };

/** Samples older than this say nothing of the sizes now. */
const SAMPLE_DAYS = 30;
/** It passes the mark within so many days: soon. */
const SOON_DAYS = 7;

const lengthsOf = z.object({ lengthsMm: z.array(z.number().positive()).min(3) });
const planOf = z.object({
  on: z.number(),
  barsMm: z.array(z.number()).default([]),
  classes: z.array(z.object({ grade: z.string(), unit: z.number().nullable() })),
  noFeedHours: z.number().default(0),
  who: z.string().default(''),
});

/**
 * Sizes of every tank that eats, and one of them on the bench. A fixed number of statements, some more for the bench.
 * @param chosen the holding on the bench; absent, the one that most wants grading
 */
export async function gradingView(
  db: Db,
  site: { siteId: number },
  now: number,
  hall: HallView,
  chosen: number | null,
): Promise<GradingView> {
  const tanks = hall.units.flatMap((u) =>
    u.fed.map((f) => ({ u, f, h: u.holdings.find((x) => x.holdingId === f.holdingId)! })),
  );
  const lots = [...new Set(tanks.map((t) => t.h.lotId))];
  const [book, samples, plans, series, lately] = await Promise.all([
    speciesBook(db, site.siteId),
    lastSet(db, 'spread', lots, now),
    lastSet(db, 'gradingPlan', lots, now),
    spreadsOf(db, lots, now),
    gradedLately(db, site.siteId, now),
  ]);
  const measuredOf = (t: (typeof tanks)[number]) => {
    const found = samples.of(t.h.lotId, t.h.unitId);
    const read = found?.here ? lengthsOf.safeParse(found.intent) : null;
    return read?.success ? { at: found!.at, lengthsMm: read.data.lengthsMm } : null;
  };
  const planHere = (t: (typeof tanks)[number]) => {
    const found = plans.of(t.h.lotId, t.h.unitId);
    const read = found?.here ? planOf.safeParse(found.intent) : null;
    // A day after it should have begun it was done, or will be planned anew.
    return read?.success && read.data.on > now - DAY_MS ? { ...read.data, at: found!.at } : null;
  };
  const rows = tanks.map((t): SizeRow => {
    const species = book.get(t.h.species)!;
    const measured = measuredOf(t);
    const gape = valueNamed(species, 'gape ratio')?.value ?? null;
    const each = valueNamed(species, 'eaten a day')?.value ?? 0;
    const own = series.filter((s) => s.lotId === t.h.lotId && s.unitId === t.h.unitId);
    const ahead = spreadAhead(own, now, thresholds.gradeSpread.value, {
      perDay: thresholds.spreadRise.value,
      sd: thresholds.spreadRise.value / 2,
    });
    const sample = measured && sampleOf(measured);
    const eaten = measured && gape !== null && each > 0 ? eatenNow(measured.lengthsMm, t.h, gape, each) : null;
    const week =
      measured && eaten && ahead
        ? waiting(
            measured.lengthsMm,
            {
              number: t.h.number,
              cv: sample!.cv,
              perDay: Math.max(0, ahead.perDay),
              gapeRatio: gape!,
              eatenPerDay: each,
            },
            7,
          ).at(-1)!.eatenSoFar
        : null;
    return {
      holdingId: t.h.holdingId,
      lotId: t.h.lotId,
      lot: t.h.lot,
      unitId: t.u.id,
      unit: t.u.name,
      room: t.u.room,
      stage: t.h.stage,
      speciesName: t.h.speciesName,
      glyph: t.h.glyph,
      number: t.h.number,
      sd: t.h.sd,
      meanG: t.f.grown?.meanG ?? null,
      sample,
      series: own.map(({ at, cv, sd, n }) => ({ at, cv, sd, n })),
      ahead,
      eaten,
      weekLoss: week,
      plannedAt: planHere(t)?.on ?? null,
      is: stateOf(sample, ahead, now),
    };
  });
  const at = rows.find((r) => r.holdingId === chosen) ?? mostWanting(rows);
  const t = at && tanks.find((x) => x.h.holdingId === at.holdingId)!;
  return {
    rows,
    order: outOfOrder(hall.units),
    lately,
    bench:
      at && t ? await benchOf(db, site, now, hall, at, t, measuredOf(t)?.lengthsMm ?? [], planHere(t), book) : null,
  };
}

function sampleOf({ at, lengthsMm }: { at: number; lengthsMm: number[] }): SizeRow['sample'] {
  const cv = cvInterval(lengthsMm);
  const { shooters, runts } = farOut(lengthsMm, { shooter: thresholds.shooter.value, runt: thresholds.runt.value });
  return {
    at,
    n: lengthsMm.length,
    meanMm: momentsOf(lengthsMm).mean,
    cv: cv.cv,
    low: cv.low,
    high: cv.high,
    shooters,
    runts,
  };
}

function eatenNow(
  lengthsMm: readonly number[],
  h: { number: number; sd: number },
  gape: number,
  each: number,
): Between {
  const share = pairShareMeasured(lengthsMm, gape);
  const value = eatenADay(h.number, share, each);
  // The doubt of the share and of the number, in squares of their relative errors.
  const rel =
    Z95 * Math.hypot(share > 0 ? pairShareSd(lengthsMm, gape) / share : 0, h.number > 0 ? h.sd / h.number : 0);
  return { value, low: value * Math.max(0, 1 - rel), high: value * (1 + rel) };
}

function stateOf(sample: SizeRow['sample'], ahead: SpreadAhead | null, now: number): SizeRow['is'] {
  if (!sample || sample.at < now - SAMPLE_DAYS * DAY_MS || !ahead) return 'unknown';
  const passes = ahead.passes?.at ?? null;
  if (passes !== null && passes <= now) return 'grade';
  return passes !== null && passes <= now + SOON_DAYS * DAY_MS ? 'soon' : 'even';
}

const ORDER = ['grade', 'soon', 'unknown', 'even'] as const;
const mostWanting = (rows: readonly SizeRow[]): SizeRow | undefined =>
  [...rows]
    .filter((r) => r.sample)
    .sort((a, b) => ORDER.indexOf(a.is) - ORDER.indexOf(b.is) || (b.eaten?.value ?? 0) - (a.eaten?.value ?? 0))[0] ??
  rows[0];

/** So many times heavier above than below is out of order. */
const HEAVIER = 1.2;

/** Raceways of one row get their water one after the other: the smallest stand where it comes in. */
function outOfOrder(units: readonly HallUnit[]): OutOfOrder[] {
  const out: OutOfOrder[] = [];
  const rows = new Map<string, { name: string; g: number }[]>();
  for (const u of units) {
    if (u.kind !== 'raceway' || u.massG === null || u.number <= 0) continue;
    const key = `${u.roomId} ${u.row} ${u.y}`;
    rows.set(key, [...(rows.get(key) ?? []), { name: u.name, g: u.massG / u.number }]);
  }
  for (const row of rows.values())
    for (const [i, b] of row.slice(1).entries()) {
      const a = row[i]!;
      if (a.g > HEAVIER * b.g) out.push({ above: a.name, aboveG: a.g, below: b.name, belowG: b.g });
    }
  return out;
}

type Tank = { u: HallUnit; f: HallUnit['fed'][number]; h: HallUnit['holdings'][number] };

async function benchOf(
  db: Db,
  site: { siteId: number },
  now: number,
  hall: HallView,
  row: SizeRow,
  t: Tank,
  lengthsMm: number[],
  plan: (z.output<typeof planOf> & { at: number }) | null,
  book: Awaited<ReturnType<typeof speciesBook>>,
): Promise<Bench> {
  const species = book.get(t.h.species)!;
  const named = (what: string) => valueNamed(species, what)?.value;
  const learned = (await gradersLearned(db, site.siteId, now)).get(t.h.species) ?? null;
  const ready = plan ? await readySince(db, t.h.holdingId, plan.at, now) : [];
  const { tank, values } = t.f;
  return {
    row,
    lengthsMm: [...lengthsMm].sort((a, b) => a - b),
    values: {
      gapeRatio: named('gape ratio') ?? null,
      eatenPerDay: named('eaten a day') ?? 0,
      condition: values.condition ?? 1,
      densityIndex: named('density index') ?? null,
      flowIndex: named('flow index') ?? null,
      rise: values.tgc !== undefined && tank.celsius !== null ? (values.tgc * Math.max(0, tank.celsius)) / 1000 : null,
      widthPerLength: learned?.widthPerLength ?? named('body width') ?? USUAL_WIDTH,
      selectivityMm: learned?.selectivityMm ?? thresholds.selectivity.value,
      celsius: tank.celsius,
      leastMgPerL: values.leastOxygenMgPerL ?? null,
    },
    learned,
    tanks: hall.units.map((u) => ({
      id: u.id,
      name: u.name,
      room: u.room,
      volumeL: u.volumeL,
      flowLPerMin: u.flowLPerMin,
      holds: [...new Set(u.holdings.map((x) => x.lot))].join(', '),
      number: u.number,
      massG: u.massG,
    })),
    plan: plan && {
      on: plan.on,
      barsMm: plan.barsMm,
      classes: plan.classes,
      noFeedHours: plan.noFeedHours,
      who: plan.who,
    },
    ready,
  };
}

/** Where Reference has none for a group. */
const USUAL_WIDTH = 0.13;

async function readySince(db: Db, holdingId: number, since: number, now: number): Promise<string[]> {
  const said: (string | null)[] = await db('observation')
    .where({ holding_id: holdingId, kind: 'prepared' })
    .where('at', '>=', since)
    .where('at', '<=', now)
    .distinct()
    .pluck('said');
  return said.flatMap((s) => s ?? []);
}
