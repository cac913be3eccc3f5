import { type MealState, mealStates, mealsOf, restsUntil, usualMeals } from '@/core/feeding/feedingDay';
import { lengthOf } from '@/core/feeding/pellet';
import {
  type FeedingValues,
  type Grown,
  grownSince,
  type Prescription,
  prescribe,
  type TankNow,
} from '@/core/feeding/prescription';
import { type RationPlan, rationPlan } from '@/core/feeding/rationPlan';
import type { FeedNow, RegimeUnit } from '@/core/feeding/regime';
import { isLiveFood } from '@/core/liveFood/demand';
import { limitAt } from '@/core/species/life';
import { type Species, valueNamed } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { atLocalHour, localDay } from '@/core/time/localDay';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import { oxygenSaturation } from '@/core/water/oxygen';
import { shippedFeeding } from '@/reference/feeding';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { type ReadNow, readNow } from '../../sensorsNow';
import type { StockNow } from '../stockNow';
import { type FeedProduct, feedStore } from './feedStore';
import { feedTables, tableOf } from './feedTables';
import { type GrowthHere, learnedGrowth, sdOf, weightsOf } from './growthHere';
import { heldFeed, type Waits } from './held';
import { rationsSet } from './rations';
import { type Followed, feedsThen, placeIn, regimesFollowed } from './regimesFollowed';
import { degreeDays, type Warm, warmthOf } from './warmth';

/** What fish are fed and stand in: the rest of a holding is nobody's business here. */
export type Fed = Pick<
  StockNow,
  | 'holdingId'
  | 'lotId'
  | 'unitId'
  | 'species'
  | 'stage'
  | 'station'
  | 'number'
  | 'openedAt'
  | 'sensorId'
  | 'roomId'
  | 'flowLPerMin'
>;

export type FeedingOf = {
  holdingId: number;
  plan: RationPlan;
  /** As it was set, before live food takes its share; null for none. */
  set: RationPlan | null;
  /** Set for these here, for their lot elsewhere, or by nobody yet. */
  planFrom: 'here' | 'lot' | 'usual';
  /** Since when they are fed so; null while nobody has set it. */
  planSince: number | null;
  tank: TankNow;
  values: FeedingValues;
  /** Growth as the lot, or others of its species here, showed it; null where Reference's is taken. */
  learned: GrowthHere | null;
  /** The way of weaning that it follows, how far it is, and what is fed of it today. */
  regime: { name: string; by: RegimeUnit; place: number; feeds: FeedNow[]; liveShare: number } | null;
  grown: Grown | null;
  prescribed: Prescription;
  tableName: string | null;
  meals: MealState[];
  givenG: number;
  leftG: number;
  lastFedAt: number | null;
  /** Each meal of today, as it was given. */
  today: { at: number; g: number }[];
  /** Live food of today, as it was given. */
  preyToday: { at: number; number: number }[];
  /** Why nothing should be fed just now, and until when. */
  waits: Waits | null;
  product: { id: number; name: string; lotId: number | null; lot: string | null; leftG: number } | null;
  /** Of no product of the store: the size that fits. */
  size: string | null;
};

/** A reading older than this says nothing of the water now. */
const STALE_MS = 6 * HOUR_MS;
/** Less than this no kitchen scale shows, g. */
const LEAST_CUP_G = 0.1;
/** Growth is carried on from no older weighing by what was fed: who wrote feed down half a year ago tells nothing. */
const FED_DAYS = 90;
/** Feed that was written down on fewer of the days since the weighing says nothing of all that they ate. */
const WRITTEN_SHARE = 0.6;

/** How a tank is fed while nobody has set anything: by growth once its own is known, till then by the table of its species. */
const usualPlan = (hasTable: boolean): RationPlan => rationPlan.parse({ method: hasTable ? 'table' : 'growth' });

/** So long a reading by hand says what they breathe. */
const HAND_MS = 4 * HOUR_MS;

/** Oxygen of tanks as it was read by hand within hours. One statement. */
async function oxygenByHand(db: Db, units: readonly number[], now: number): Promise<Map<number, number>> {
  const rows = await db('observation')
    .whereIn('unit_id', units.length > 0 ? [...units] : [0])
    .where({ kind: 'oxygen' })
    .whereNull('holding_id')
    .whereBetween('at', [now - HAND_MS, now])
    .orderBy(['at', 'id'])
    .select<{ unit_id: number; value: number }[]>('unit_id', 'value');
  return new Map(rows.map((r) => [r.unit_id, r.value]));
}

/**
 * What every holding that eats is to be fed today, why, and what it was given so far. A fixed number of statements
 * however many holdings and however long their history.
 * @param among those whose weighings growth is learned from: all that eat, where only some are asked about
 */
export async function feedingNow(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  fed: readonly Fed[],
  among: readonly Fed[] = fed,
): Promise<{ of: Map<number, FeedingOf>; store: FeedProduct[] }> {
  const ids = fed.map((h) => h.holdingId);
  const lots = [...new Set(fed.map((h) => h.lotId))];
  const day = localDay(now, site.timeZone);
  const [weights, given, eaten, rations, regimes, held, sensors, byHand, store, tables, book] = await Promise.all([
    weightsOf(db, [...new Set([...fed, ...among].map((h) => h.lotId))], now),
    givenToday(db, ids, day.start, now),
    eatenSinceWeighed(db, ids, now),
    rationsSet(db, lots, now),
    regimesFollowed(db, site.siteId, lots, now),
    heldFeed(db, lots, now),
    readNow(db, site.siteId, now),
    oxygenByHand(db, [...new Set(fed.map((h) => h.unitId))], now),
    feedStore(db, site.siteId, now),
    feedTables(db, site.siteId),
    speciesBook(db, site.siteId),
  ]);
  const weighedOf = (h: Fed) =>
    weights.find((w) => w.lot_id === h.lotId && w.unit_id === h.unitId) ?? weights.find((w) => w.lot_id === h.lotId);
  const warmth = await warmthOf(
    db,
    [...new Set([...fed, ...among].flatMap((h) => (h.sensorId === null ? [] : [h.sensorId])))],
    Math.min(now, ...weights.map((w) => w.at), ...fed.flatMap((h) => regimes.of(h.lotId, h.unitId)?.hatchedAt ?? [])),
    now,
  );
  const growth = learnedGrowth(among, weights, (sensorId) => warmth.get(sensorId) ?? []);
  const hours = new Map<number, number>();
  const atHour = (hour: number) => {
    const known = hours.get(hour) ?? atLocalHour(now, hour, site.timeZone);
    hours.set(hour, known);
    return known;
  };
  const of = new Map<number, FeedingOf>();
  for (const h of fed) {
    const species = book.get(h.species)!;
    const warm = h.sensorId === null ? [] : (warmth.get(h.sensorId) ?? []);
    const expected = valuesOf(species, h);
    const learned = growth.of(h, expected);
    const values = learned ? { ...expected, tgc: learned.tgc, tgcCv: learned.cv } : expected;
    const weighed = weighedOf(h);
    const water = waterOf(sensors, h, now);
    // Read by hand it is of this tank, and the newer of the two says what they breathe.
    const oxygenNow = byHand.get(h.unitId) ?? water.oxygenMgPerL;
    const set = rations.of(h.lotId, h.unitId);
    const table = tableOf(tables, species, set?.plan.table);
    const regime = placeOf(regimes.of(h.lotId, h.unitId), warm, now);
    const chosen = set?.plan ?? usualPlan(table !== null && !learned);
    // What live food is of the day's feed is not given dry.
    const plan = regime ? { ...chosen, ofMethodShare: chosen.ofMethodShare * (1 - regime.liveShare) } : chosen;
    const since = eaten.get(h.holdingId);
    const days = weighed ? (now - weighed.at) / DAY_MS : 0;
    const tank: TankNow = {
      number: h.number,
      weighed: weighed
        ? {
            meanG: weighed.value,
            sdG: sdOf(weighed),
            at: weighed.at,
          }
        : null,
      days,
      degreeDays: weighed ? degreeDays(warm, weighed.at, now) : 0,
      fedG: since && since.since === weighed?.at && since.days >= WRITTEN_SHARE * Math.floor(days) ? since.grams : null,
      ...water,
      flowLPerMin: h.flowLPerMin,
      oxygenReadMgPerL: oxygenNow,
      oxygenInMgPerL:
        water.oxygenMgPerL ??
        (water.celsius === null ? null : oxygenSaturation(Math.min(40, Math.max(0, water.celsius)))),
    };
    const grown = grownSince(tank, values);
    const own = set?.plan.product === undefined ? undefined : store.find((p) => p.id === set.plan.product);
    const lengthMm = grown ? lengthOf(grown.meanG, values.condition ?? 1) : null;
    const fitting = own ?? (lengthMm === null ? undefined : fittingProduct(store, lengthMm));
    const prescribed: Prescription =
      regime && regime.liveShare >= 1
        ? { is: 'none', why: 'onLiveFood' }
        : prescribe(tank, plan, values, table, fitting?.proteinShare ?? thresholds.usualProtein.value);
    const g = given.get(h.holdingId) ?? { meals: [], prey: [], leftG: 0 };
    const givenG = g.meals.reduce((s, m) => s + m.g, 0);
    const feedG = prescribed.is === 'ration' ? prescribed.feedG : 0;
    const wanted = plan.by === 'belt' ? 1 : (plan.mealsPerDay ?? usualMeals(shippedFeeding().meals, grown?.meanG ?? 1));
    // A few fish eat less than a scale shows: so many cups as can be weighed.
    const count = Math.max(1, Math.min(wanted, Math.floor(feedG / LEAST_CUP_G)));
    const rests = restsUntil(h.openedAt, now, thresholds.restAfterMove.value);
    const airless =
      oxygenNow !== null && values.leastOxygenMgPerL !== undefined && oxygenNow < values.leastOxygenMgPerL;
    const lot = fitting?.lots.find((l) => l.leftG > 0) ?? null;
    of.set(h.holdingId, {
      holdingId: h.holdingId,
      plan,
      set: set?.plan ?? null,
      planSince: set?.at ?? null,
      planFrom: set ? (set.here ? 'here' : 'lot') : 'usual',
      tank,
      values,
      learned,
      regime,
      grown,
      prescribed,
      tableName: table?.name ?? null,
      meals: feedG > 0 ? mealStates(mealsOf(feedG, count, plan, atHour), givenG, now) : [],
      givenG,
      leftG: g.leftG,
      today: g.meals,
      preyToday: g.prey.map((m) => ({ at: m.at, number: m.g })),
      lastFedAt: g.meals.at(-1)?.at ?? null,
      waits: airless
        ? { why: 'oxygen', until: null, value: oxygenNow!, least: values.leastOxygenMgPerL! }
        : (held.of(h) ?? (rests === null ? null : { why: 'rest', until: rests })),
      product: fitting
        ? { id: fitting.id, name: fitting.name, lotId: lot?.id ?? null, lot: lot?.name ?? null, leftG: lot?.leftG ?? 0 }
        : null,
      size:
        fitting || lengthMm === null
          ? null
          : (shippedFeeding().sizes.find((s) => s.fromMm <= lengthMm && lengthMm < s.toMm)?.id ?? null),
    });
  }
  return { of, store };
}

function placeOf(f: Followed | null, warm: readonly Warm[], now: number): FeedingOf['regime'] {
  if (!f) return null;
  const place = placeIn(f, now, degreeDays(warm, f.hatchedAt, now));
  const feeds = feedsThen(f, place);
  const liveShare = feeds.reduce((s, x) => s + (isLiveFood(x) ? x.share : 0), 0);
  return { name: f.name, by: f.by, place, feeds, liveShare: Math.min(1, liveShare) };
}

function valuesOf(species: Species, h: Fed): FeedingValues {
  const named = (what: string) => valueNamed(species, what);
  const tgc = named('thermal growth coefficient');
  // Of the very stage where it has a limit of its own, else of its station.
  const warmth =
    species.limits.find((l) => l.what === 'temperature' && l.stage === h.stage) ??
    limitAt(species, 'temperature', h.station);
  return {
    tgc: tgc?.value,
    tgcCv: tgc ? (tgc.spread ?? 0) / tgc.value : 0,
    conversion: named('feed conversion')?.value,
    condition: named('condition factor')?.value,
    oxygenMgPerGFeed: named('oxygen for feed')?.value,
    warmth: { low: warmth?.low, high: warmth?.high },
    leastOxygenMgPerL: limitAt(species, 'oxygen', h.station)?.low,
    mostUnionisedMgPerL: thresholds.mostUnionised.value,
  };
}

/** A product made for such a length: of several the finest. Nothing that is used up where another stands there. */
function fittingProduct(store: readonly FeedProduct[], lengthMm: number): FeedProduct | undefined {
  const fits = store.filter(
    (p) => !p.retired && p.fromMm !== null && p.toMm !== null && p.fromMm <= lengthMm && lengthMm <= p.toMm,
  );
  const inStore = fits.filter((p) => p.lots.some((l) => l.leftG > 0));
  return (inStore.length > 0 ? inStore : fits).sort((a, b) => a.toMm! - b.toMm!)[0];
}

/** The water of a tank: its own thermometer, and what is read of oxygen and pH in its room. */
function waterOf(sensors: readonly ReadNow[], h: Fed, now: number) {
  const fresh = (s: ReadNow | undefined) =>
    s && s.value !== null && s.at !== null && now - s.at < STALE_MS ? s.value : null;
  const inRoom = (kind: ReadNow['kind']) => fresh(sensors.find((s) => s.roomId === h.roomId && s.kind === kind));
  return {
    celsius: fresh(sensors.find((s) => s.id === h.sensorId)),
    oxygenMgPerL: inRoom('oxygen'),
    pH: inRoom('pH'),
  };
}

/** What each holding was given today, meal by meal, and what was left of it. */
async function givenToday(db: Db, ids: readonly number[], from: number, now: number) {
  const rows =
    ids.length === 0
      ? []
      : await db('observation')
          .whereIn('holding_id', [...ids])
          .whereIn('kind', ['feed', 'feedLeft', 'prey'])
          .where('at', '>=', from)
          .where('at', '<=', now)
          .groupBy('holding_id', 'kind')
          .select<{ holding_id: number; kind: string; list: string }[]>(
            'holding_id',
            'kind',
            db.raw("GROUP_CONCAT(`at`, ':', value ORDER BY `at` SEPARATOR ' ') AS list"),
          );
  const out = new Map<
    number,
    { meals: { at: number; g: number }[]; prey: { at: number; g: number }[]; leftG: number }
  >();
  for (const r of rows) {
    const of = out.get(r.holding_id) ?? { meals: [], prey: [], leftG: 0 };
    const list = r.list.split(' ').map((x) => x.split(':').map(Number) as [number, number]);
    if (r.kind === 'feed') of.meals = list.map(([at, g]) => ({ at, g }));
    else if (r.kind === 'prey') of.prey = list.map(([at, g]) => ({ at, g }));
    else of.leftG = list.reduce((s, [, g]) => s + g, 0);
    out.set(r.holding_id, of);
  }
  return out;
}

/** What each holding ate since it was last weighed where it stands, and on how many days that was written down. */
async function eatenSinceWeighed(db: Db, ids: readonly number[], now: number) {
  const rows =
    ids.length === 0
      ? []
      : await db('observation as o')
          .join(
            db('observation')
              .whereIn('holding_id', [...ids])
              .where('kind', 'meanG')
              .where('at', '<=', now)
              .groupBy('holding_id')
              .select('holding_id', db.raw('MAX(`at`) AS latest'))
              .as('m'),
            'm.holding_id',
            'o.holding_id',
          )
          .whereIn('o.holding_id', [...ids])
          .whereIn('o.kind', ['feed', 'feedLeft'])
          .where('o.at', '>', db.raw('m.latest'))
          .where('o.at', '>', now - FED_DAYS * DAY_MS)
          .where('o.at', '<=', now)
          .groupBy('o.holding_id', 'm.latest')
          .select<{ holding_id: number; since: number; grams: number; days: number }[]>(
            'o.holding_id',
            { since: 'm.latest' },
            db.raw("SUM(IF(o.kind = 'feed', o.value, -o.value)) AS grams"),
            db.raw(`COUNT(DISTINCT IF(o.kind = 'feed', FLOOR(o.\`at\` / ${DAY_MS}), NULL)) AS days`),
          );
  return new Map(
    rows.map((r) => [r.holding_id, { since: Number(r.since), grams: Number(r.grams), days: Number(r.days) }]),
  );
}
