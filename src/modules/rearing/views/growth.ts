import { comingCourse } from '@/core/development/coming';
import { type Conversion, conversionOf } from '@/core/feeding/conversion';
import { plannedFeed } from '@/core/feeding/plannedFeed';
import { massByMoults, moultTime, reachesByMoults } from '@/core/growth/byMoults';
import { massAt, reaches, warmthFrom } from '@/core/growth/forecast';
import { spansOf } from '@/core/growth/ofLot';
import { outsideOf, type Stretch, stretchesOf } from '@/core/growth/stretches';
import { daysBehind, type Wanted, wantedBy } from '@/core/growth/wanted';
import { Z95 } from '@/core/quantities/interval';
import { valueNamed } from '@/core/species/species';
import { DAY_MS } from '@/core/time/spans';
import { feedTables, tableOf } from '@/server/stock/feeding/feedTables';
import { sdOf } from '@/server/stock/feeding/growthHere';
import { degreeDays, type Warm, warmthOf } from '@/server/stock/feeding/warmth';
import { spreadsOf } from '@/server/stock/numbers/spreads';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { daysOf } from '@/store/waters';
import type { HallView } from './hall';

type Doubted = { at: number; meanG: number; low: number; high: number };

/** A lot in one tank, how it grew and where that leads. */
export type GrowthLine = {
  holdingId: number;
  lotId: number;
  lot: string;
  unit: string;
  speciesName: string;
  glyph: string;
  number: number;
  /** Weighed in this tank or before it came here, oldest first. */
  weighings: (Doubted & { here: boolean })[];
  /** Spread of lengths by each sample here, oldest first. */
  spread: { at: number; cv: number; half: number }[];
  /** Likely now. */
  now: Doubted;
  hungry: boolean;
  possibleG: number;
  /** Days of growth that too little feed has cost; null where that is not known. */
  lostDays: number | null;
  /** Spans in which they grew slower than they do, or made up for it; and water beyond what they bear. */
  stretches: Stretch[];
  outside: ReturnType<typeof outsideOf>;
  /** What it takes to weigh the target by the day that is asked for. */
  wanted: (Wanted & { by: number; bearsCelsius: number | null }) | null;
  /** The coefficient that is reckoned with, and what Reference expects. */
  /** Of what grows from moult to moult: the mass that each adds, as a share; null of fish, and where it is not known. */
  moultGain: { share: number; sd: number } | null;
  tgc: number | null;
  tgcCv: number;
  from: 'lot' | 'house' | 'reference';
  spans: number;
  referenceTgc: number | null;
  /** Every few days to come. */
  ahead: Doubted[];
  /** The size that is asked for; null where it is reached already, `at` null where the water does not bring it. */
  target: { g: number; at: number | null; low: number | null; high: number | null } | null;
  /** Of the span between the last two weighings here. */
  conversion:
    | (Conversion & {
        from: number;
        to: number;
        feedG: number;
        /** What Reference expects. */
        expected: number | null;
        /** Price of a kilogram of gain, by the feed of which a price is known; null where none is. */
        costPerKg: number | null;
        /** What their ration asked for in that time, g; null where it was changed meanwhile or cannot be told. */
        plannedG: number | null;
      })
    | null;
};

/** Days that the forecast is drawn ahead, and by which step. */
const AHEAD_DAYS = 90;
const STEP_DAYS = 3;
/** Weighings older than this are not drawn. */
const BEHIND_DAYS = 400;

/**
 * How every lot that eats grew in its tank, and when it reaches a size. The water to come is that of the room's own
 * course: last year's, moved to meet today, where that foresaw the last weeks better than standing still.
 * @param targetG the size that is asked for; absent, twice what each weighs now  @param by the day on which it is wanted
 */
export async function growthView(
  db: Db,
  siteId: number,
  now: number,
  hall: HallView,
  targetG: number | null,
  by: number | null = null,
): Promise<GrowthLine[]> {
  const fed = hall.units.flatMap((u) =>
    u.fed.flatMap((f) => {
      const h = u.holdings.find((x) => x.holdingId === f.holdingId)!;
      return f.grown ? [{ u, f, h }] : [];
    }),
  );
  const sensors = [...new Set(fed.flatMap(({ h }) => (h.sensorId === null ? [] : [h.sensorId])))];
  const [weights, spreads, book, tables, courses, past] = await Promise.all([
    allWeights(db, [...new Set(fed.map(({ h }) => h.lotId))], now),
    spreadsOf(db, [...new Set(fed.map(({ h }) => h.lotId))], now),
    speciesBook(db, siteId),
    feedTables(db, siteId),
    Promise.all(sensors.map(async (s) => [s, await courseOf(db, s, now)] as const)),
    warmthOf(db, sensors, now - BEHIND_DAYS * DAY_MS, now),
  ]);
  const spans = fed.map(({ h }) => {
    const here = weights.filter((w) => w.lot_id === h.lotId && w.unit_id === h.unitId);
    return { holdingId: h.holdingId, a: here.at(-2) ?? null, b: here.at(-1) ?? null };
  });
  const fedIn = await fedBetween(
    db,
    spans.flatMap((s) => (s.a && s.b ? [{ holdingId: s.holdingId, from: s.a.at, to: s.b.at }] : [])),
  );
  const warmth = new Map(courses.map(([s, points]) => [s, points.length > 0 ? warmthFrom(points, now) : null]));
  return fed.map(({ u, f, h }) => {
    const species = book.get(h.species)!;
    const grown = f.grown!;
    const coefficient = f.values.tgc ?? null;
    const w = h.sensorId === null ? null : (warmth.get(h.sensorId) ?? null);
    const state = {
      startG: grown.meanG,
      startCv: grown.cv,
      tgc: coefficient ?? 0,
      tgcCv: f.values.tgcCv,
    };
    const gain = coefficient === null ? valueNamed(species, 'moult gain') : undefined;
    const course = h.sensorId === null ? undefined : courses.find(([s]) => s === h.sensorId)?.[1];
    const steps =
      gain && course && course.length > 0
        ? {
            t: moultTime(course, now),
            g: { startG: grown.meanG, startCv: grown.cv, gain: gain.value, gainSd: gain.spread ?? 0 },
          }
        : null;
    const wanted = targetG ?? 2 * grown.meanG;
    const lived = h.sensorId === null ? [] : (past.get(h.sensorId) ?? []);
    const own = weights
      .filter((x) => x.lot_id === h.lotId && x.unit_id === h.unitId)
      .map((x) => ({ at: x.at, unitId: x.unit_id, meanG: x.value, sdG: sdOf(x) }));
    const reached =
      wanted <= grown.meanG
        ? null
        : steps
          ? reachesByMoults(steps.t, { ...steps.g, targetG: wanted })
          : w && coefficient
            ? reaches(w, { ...state, targetG: wanted })
            : null;
    const span = spans.find((s) => s.holdingId === h.holdingId)!;
    return {
      holdingId: h.holdingId,
      lotId: h.lotId,
      lot: h.lot,
      unit: u.name,
      speciesName: h.speciesName,
      glyph: h.glyph,
      number: h.number,
      weighings: weights
        .filter((x) => x.lot_id === h.lotId)
        .map((x) => ({
          at: x.at,
          meanG: x.value,
          low: x.low ?? x.value,
          high: x.high ?? x.value,
          here: x.unit_id === h.unitId,
        })),
      spread: spreads
        .filter((x) => x.lotId === h.lotId && x.unitId === h.unitId)
        .map((x) => ({ at: x.at, cv: x.cv, half: Z95 * x.sd })),
      now: { at: now, meanG: grown.meanG, ...logInterval(grown.meanG, grown.cv) },
      hungry: grown.hungry,
      possibleG: grown.possibleG,
      lostDays:
        grown.hungry && coefficient && f.tank.celsius !== null
          ? daysBehind(grown.meanG, grown.possibleG, coefficient, f.tank.celsius)
          : null,
      stretches: coefficient
        ? stretchesOf(
            spansOf(own, (from, to) => degreeDays(lived, from, to)),
            { tgc: coefficient, sd: coefficient * f.values.tgcCv },
          )
        : [],
      outside: own[0]
        ? outsideOf(
            lived.filter((d) => d.day >= own[0]!.at),
            f.values.warmth,
          )
        : [],
      wanted: wantedOf(
        by,
        w,
        { ...state, targetG: wanted, conversion: f.values.conversion },
        f.values.warmth.high,
        now,
      ),
      moultGain: gain ? { share: gain.value, sd: gain.spread ?? 0 } : null,
      tgc: coefficient,
      tgcCv: f.values.tgcCv,
      from: f.learned?.from ?? 'reference',
      spans: f.learned?.n ?? 0,
      referenceTgc: valueNamed(species, 'thermal growth coefficient')?.value ?? null,
      ahead:
        steps || (w && coefficient)
          ? Array.from({ length: AHEAD_DAYS / STEP_DAYS + 1 }, (_, i) => {
              const at = now + i * STEP_DAYS * DAY_MS;
              return { at, ...(steps ? massByMoults(steps.t, steps.g, at) : massAt(w!, state, at)) };
            })
          : [],
      target:
        wanted > grown.meanG
          ? { g: wanted, at: reached?.at ?? null, low: reached?.low ?? null, high: reached?.high ?? null }
          : null,
      conversion: conversionIn(h, span, fedIn.get(h.holdingId), f.values.conversion ?? null, (in_) =>
        // A ration that was changed meanwhile is not what they were fed by.
        f.planSince !== null && span.a && f.planSince > span.a.at
          ? null
          : plannedFeed(f.plan, f.values, tableOf(tables, species, f.plan.table), in_, (k) =>
              celsiusOn(lived, span.a!.at + k * DAY_MS),
            ),
      ),
    };
  });
}

/** What the date asks for, and the warmest that they bear. */
function wantedOf(
  by: number | null,
  w: Parameters<typeof wantedBy>[0] | null,
  g: Parameters<typeof wantedBy>[1],
  bearsCelsius: number | undefined,
  now: number,
): GrowthLine['wanted'] {
  const wanted = by === null || !w ? null : wantedBy(w, g, now, by);
  return wanted && { ...wanted, by: by!, bearsCelsius: bearsCelsius ?? null };
}

const logInterval = (meanG: number, cv: number) => ({
  low: meanG * Math.exp(-Z95 * cv),
  high: meanG * Math.exp(Z95 * cv),
});

type Weighed = { lot_id: number; unit_id: number; value: number; low: number | null; high: number | null; at: number };

async function allWeights(db: Db, lots: readonly number[], now: number): Promise<Weighed[]> {
  if (lots.length === 0) return [];
  return await db('observation')
    .whereIn('lot_id', [...lots])
    .where('kind', 'meanG')
    .where('at', '<=', now)
    .where('at', '>', now - BEHIND_DAYS * DAY_MS)
    .orderBy('at')
    .select<Weighed[]>('lot_id', 'unit_id', 'value', 'low', 'high', 'at');
}

/** The water to come, from now on: its own course, else as it was last read. */
async function courseOf(db: Db, sensor: number, now: number) {
  const days = await daysOf(db, sensor, now);
  const last = days.at(-1);
  if (!last) return [];
  const coming = comingCourse(days, now);
  return coming?.how === 'lastYear' ? coming.points : [{ at: now, celsius: last.mean }];
}

/** A water on a day: as it was read then, or last before. */
const celsiusOn = (days: readonly Warm[], at: number): number | null =>
  days.findLast((d) => d.day <= at)?.celsius ?? null;

type Span = { holdingId: number; from: number; to: number };
type FedIn = { feedG: number; cost: number; costedG: number; startN: number; endN: number; dead: number };

/** What holdings were fed between two instants each, how many stood there at both, and how many died. Two statements. */
async function fedBetween(db: Db, spans: readonly Span[]): Promise<Map<number, FedIn>> {
  if (spans.length === 0) return new Map();
  const asTable = db.raw(
    `(${spans.map((_, i) => `SELECT ?${i === 0 ? ' AS holding_id' : ''}, ?${i === 0 ? ' AS a' : ''}, ?${i === 0 ? ' AS b' : ''}`).join(' UNION ALL ')}) AS s`,
    spans.flatMap((s) => [s.holdingId, s.from, s.to]),
  );
  const [seen, stood] = await Promise.all([
    db('observation as o')
      .leftJoin('feed_lot as l', 'l.id', 'o.feed_lot_id')
      .leftJoin('feed_product as q', 'q.id', 'l.product_id')
      .join(asTable as unknown as string, 's.holding_id', 'o.holding_id')
      .whereIn('o.kind', ['feed', 'feedLeft', 'dead'])
      .where('o.at', '>', db.raw('s.a'))
      .where('o.at', '<=', db.raw('s.b'))
      .groupBy('o.holding_id')
      .select<{ id: number; feedG: number; cost: number; costedG: number; dead: number }[]>(
        { id: 'o.holding_id' },
        db.raw("SUM(CASE o.kind WHEN 'feed' THEN o.value WHEN 'feedLeft' THEN -o.value ELSE 0 END) AS feedG"),
        db.raw("SUM(IF(o.kind = 'feed' AND q.price_per_kg IS NOT NULL, o.value * q.price_per_kg / 1000, 0)) AS cost"),
        db.raw("SUM(IF(o.kind = 'feed' AND q.price_per_kg IS NOT NULL, o.value, 0)) AS costedG"),
        db.raw("SUM(IF(o.kind = 'dead', o.value, 0)) AS dead"),
      ),
    db('posting as p')
      .join(asTable as unknown as string, 's.holding_id', 'p.holding_id')
      .where('p.account', 'holding')
      .whereNull('p.superseded_seq')
      .groupBy('p.holding_id')
      .select<{ id: number; startN: number; endN: number }[]>(
        { id: 'p.holding_id' },
        db.raw('SUM(IF(p.order_at <= s.a, p.delta, 0)) AS startN'),
        db.raw('SUM(IF(p.order_at <= s.b, p.delta, 0)) AS endN'),
      ),
  ]);
  return new Map(
    stood.map((r) => {
      const s = seen.find((x) => x.id === r.id);
      return [
        r.id,
        {
          feedG: Number(s?.feedG ?? 0),
          cost: Number(s?.cost ?? 0),
          costedG: Number(s?.costedG ?? 0),
          dead: Number(s?.dead ?? 0),
          startN: Number(r.startN),
          endN: Number(r.endN),
        },
      ];
    }),
  );
}

/**
 * Feed for a gram of growth between the last two weighings: what died or left meanwhile counts at the mean of both.
 * Null where nothing was fed by the books, or one weighing alone stands here.
 */
function conversionIn(
  h: { number: number; sd: number },
  span: { a: Weighed | null; b: Weighed | null },
  fed: FedIn | undefined,
  expected: number | null,
  planned: (span: Parameters<typeof plannedFeed>[3]) => number | null,
): GrowthLine['conversion'] {
  const { a, b } = span;
  if (!a || !b || !fed || fed.feedG <= 0 || fed.startN <= 0) return null;
  const gone = Math.max(0, fed.startN - fed.endN);
  const gainG = fed.endN * b.value - fed.startN * a.value + (gone * (a.value + b.value)) / 2;
  // Both masses share the doubt of the number; the samples are each their own.
  const ofNumber = h.number > 0 ? (h.sd / h.number) * gainG : 0;
  const c = conversionOf(fed.feedG, gainG, Math.hypot(fed.startN * sdOf(a), fed.endN * sdOf(b), ofNumber));
  // Where half of the feed has a price, the rest is taken to cost as much.
  const perG = fed.costedG >= fed.feedG / 2 ? fed.cost / fed.costedG : null;
  const costPerKg = perG === null || gainG <= 0 ? null : (perG * fed.feedG * 1000) / gainG;
  const plannedG = planned({
    days: (b.at - a.at) / DAY_MS,
    startG: a.value,
    endG: b.value,
    startN: fed.startN,
    endN: fed.endN,
  });
  return { ...c, from: a.at, to: b.at, feedG: fed.feedG, expected, costPerKg, plannedG };
}
