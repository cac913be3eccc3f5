import { normalQuantile } from '@/core/distributions';
import { USUAL_G_PER_L } from '@/core/liveFood/brineShrimp';
import { preyMeals } from '@/core/liveFood/demand';
import { hatchHours } from '@/core/liveFood/hatchHours';
import { planStarts, type Start } from '@/core/liveFood/plan';
import { type Batch, type Supplied, supply } from '@/core/liveFood/supply';
import type { Yield } from '@/core/liveFood/yields';
import { thresholds } from '@/core/thresholds';
import { addLocalDays, atLocalHour } from '@/core/time/localDay';
import { HOUR_MS, MINUTE_MS } from '@/core/time/spans';
import type { HallView } from '@/modules/rearing/views/hall';
import { shippedFeeding } from '@/reference/feeding';
import { type Following, following } from '@/server/stock/feeding/preyDemand';
import { strainOf, type Vessel, vesselsNow, yieldsOf } from '@/server/stock/feeding/vessels';
import type { Db } from '@/store/connection';

/** A tank that is fed live food, and what it eats today. */
export type Mouth = {
  unitId: number;
  unit: string;
  lotId: number;
  lot: string;
  stage: string;
  number: number;
  volumeL: number | null;
  regime: string;
  by: Following['regime']['by'];
  place: number;
  feeds: Following['feeds'];
  /** Of brine shrimp, each meal; null where the tank's volume is not known. */
  eachMeal: number | null;
  /** What of live food it is fed today, and how much of each a meal. */
  prey: { feed: string; each: number }[];
};

export type LiveFoodView = {
  vessels: Vessel[];
  mouths: Mouth[];
  /** Meals of brine shrimp of the next three days, and what meets them as it is sown now. */
  meals: Supplied['meals'];
  /** What is to be sown so that the rest is met too; later than `latest` its first meal fails. */
  starts: (Start & { vesselId: number; latest: number })[];
  /** Meals that no start meets, by their place among `meals`. */
  short: { at: number; nauplii: number }[];
  proven: boolean;
  /** Of the strain that is reckoned with. */
  gives: Yield;
  strain: string;
  hatchHours: number;
  usableHours: number;
  strains: { id: string; name: string }[];
  /** Meals of other live food, that no cone gives, and what cultures of it hold and grow in a day; null where none is kept. */
  others: { feed: string; number: number; units: string[]; gives: number | null }[];
  cultureKinds: { id: string; name: string; feeding: string }[];
  until: number;
};

/** Days that demand and plan look ahead. */
export const AHEAD_DAYS = 3;
/** A smaller part of a meal than this is not missed. */
const LEAST_SHORT = 0.01;
/** The warmth of a cone that is reckoned with. */
const CONE_CELSIUS = 28;

/** A tank that may be fed live food. */
export type Tank = {
  holdingId: number;
  lotId: number;
  lot: string;
  unitId: number;
  unit: string;
  sensorId: number | null;
  volumeL: number | null;
  stage: string;
  number: number;
};

/** Tanks of the hall as live food asks after them. */
export const mouthsOf = (hall: HallView): Tank[] =>
  hall.units.flatMap((u) =>
    u.holdings.map((h) => ({
      holdingId: h.holdingId,
      lotId: h.lotId,
      lot: h.lot,
      unitId: u.id,
      unit: u.name,
      sensorId: h.sensorId,
      volumeL: u.volumeL,
      stage: h.stage,
      number: h.number,
    })),
  );

/** What the tanks need of brine shrimp in the next days, and what is sown and kept against it. */
async function demandAndSupply(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  tanks: readonly Tank[],
) {
  const [vessels, gives, follow] = await Promise.all([
    vesselsNow(db, site.siteId, now),
    yieldsOf(db, site.siteId, now),
    following(db, site, now, tanks, AHEAD_DAYS + 1),
  ]);
  const cones = vessels.filter((v) => v.kind === 'cone');
  const strain = cones.find((v) => v.batch)?.batch?.strain ?? shippedFeeding().cysts[0]!.id;
  const own = gives(strain);
  const sure = Math.exp(-normalQuantile(thresholds.naupliiChance.value) * own.cv);
  const usableMs = thresholds.naupliiUsable.value * HOUR_MS;
  const hatch = hatchHours(strainOf(strain).hours, CONE_CELSIUS);
  const until = now + AHEAD_DAYS * 24 * HOUR_MS;
  const live = follow.flatMap((f) => f.meals.filter((m) => m.at > now - 30 * MINUTE_MS && m.at <= until));
  const meals = together(live.filter((m) => m.kind === 'brineShrimp'));
  const batches: Batch[] = cones.flatMap((v) => [
    ...(v.kept && v.kept.left > 0 ? [{ id: v.name, from: v.kept.at, until: v.kept.until, nauplii: v.kept.left }] : []),
    ...(v.batch
      ? [
          {
            id: v.name,
            from: Math.max(v.batch.hatchAt, now),
            until: Math.max(v.batch.hatchAt, now) + usableMs,
            nauplii: v.batch.expected * sure,
          },
        ]
      : []),
  ]);
  const met = supply(meals, batches);
  const missing = met.meals.flatMap((m) => (m.nauplii - m.met > 1 ? [{ at: m.at, nauplii: m.nauplii - m.met }] : []));
  return { vessels, cones, strain, own, sure, usableMs, hatch, until, follow, met, missing };
}

/** What live food wants of people today: told without the plan, which takes its time. */
export type LiveFoodDue = {
  /** Hatched and not harvested, since when. */
  harvest: { cone: string; since: number }[];
  /** The first meal that nothing sown meets, and until when a cone may be sown for it; null where all are met. */
  sow: { mealAt: number; by: number; nauplii: number } | null;
  /** Meals that no sowing meets any more. */
  lost: { at: number; nauplii: number }[];
  cultures: { name: string; kind: string; is: 'crashing' | 'uncounted' }[];
};

export async function liveFoodDue(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  tanks: readonly Tank[],
): Promise<LiveFoodDue> {
  const { vessels, cones, hatch, missing } = await demandAndSupply(db, site, now, tanks);
  const hatchMs = hatch * HOUR_MS;
  const first = missing.find((m) => m.at - hatchMs >= now);
  return {
    harvest: cones.flatMap((v) =>
      v.batch && v.batch.hatchAt <= now ? [{ cone: v.name, since: v.batch.hatchAt }] : [],
    ),
    sow: first && cones.length > 0 ? { mealAt: first.at, by: first.at - hatchMs, nauplii: first.nauplii } : null,
    lost: missing.filter((m) => m.at - hatchMs < now),
    cultures: vessels.flatMap((v) =>
      v.culture && (v.culture.is === 'crashing' || v.culture.is === 'uncounted')
        ? [{ name: v.name, kind: v.culture.kind.name, is: v.culture.is }]
        : [],
    ),
  };
}

/** Will there be enough at each meal? What the tanks need, what is sown, and what has to be sown when. */
export async function liveFoodView(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  tanks: readonly Tank[],
): Promise<LiveFoodView> {
  const { vessels, cones, strain, own, sure, usableMs, hatch, until, follow, met, missing } = await demandAndSupply(
    db,
    site,
    now,
    tanks,
  );
  const staff = Array.from({ length: AHEAD_DAYS + 1 }, (_, d) => {
    const day = d === 0 ? now : addLocalDays(now, d, site.timeZone);
    return {
      from: atLocalHour(day, thresholds.workFrom.value, site.timeZone),
      to: atLocalHour(day, thresholds.workTo.value, site.timeZone),
    };
  });
  const plan =
    missing.length > 0 && cones.length > 0
      ? planStarts(
          missing,
          cones.map((v) => ({
            id: v.name,
            volumeL: v.volumeL,
            cleanMinutes: thresholds.coneCleanMinutes.value,
            freeFrom: v.batch ? Math.max(now, v.batch.hatchAt) + thresholds.coneCleanMinutes.value * MINUTE_MS : now,
          })),
          { hatchMs: hatch * HOUR_MS, usableMs, yieldPerGram: own.perGram * sure, gramsPerL: USUAL_G_PER_L },
          staff,
        )
      : null;
  return {
    vessels,
    meals: met.meals,
    starts: (plan?.starts ?? [])
      .map((s) => ({
        ...s,
        vesselId: cones.find((v) => v.name === s.cone)!.id,
        latest: Math.min(...s.for.map((m) => missing[m]!.at)) - hatch * HOUR_MS,
      }))
      .sort((a, b) => a.at - b.at),
    short: plan
      ? plan.short.flatMap((s) => {
          const meal = missing[s.meal]!;
          // What the solver leaves by rounding is no short meal.
          return s.nauplii > LEAST_SHORT * meal.nauplii ? [{ at: meal.at, nauplii: s.nauplii }] : [];
        })
      : missing.map((m) => ({ at: m.at, nauplii: m.nauplii })),
    proven: plan?.proven ?? true,
    gives: own,
    strain,
    hatchHours: hatch,
    usableHours: thresholds.naupliiUsable.value,
    strains: shippedFeeding().cysts.map((c) => ({ id: c.id, name: c.name })),
    mouths: follow.map((f) => {
      const t = tanks.find((x) => x.holdingId === f.holdingId)!;
      return {
        unitId: t.unitId,
        unit: t.unit,
        lotId: t.lotId,
        lot: t.lot,
        stage: t.stage,
        number: t.number,
        volumeL: t.volumeL,
        regime: f.regime.name,
        by: f.regime.by,
        place: f.place,
        feeds: f.feeds,
        eachMeal: f.volumeL === null ? null : (f.meals.find((m) => m.kind === 'brineShrimp')?.number ?? 0),
        prey: preyMeals(f.feeds, f.volumeL ?? 0, { from: 0, to: 24 })
          .filter((m) => m.at === 0)
          .map((m) => ({ feed: m.feed, each: m.number })),
      };
    }),
    others: othersOf(follow, tanks, vessels, now),
    cultureKinds: shippedFeeding().cultures.map((k) => ({ id: k.id, name: k.name, feeding: k.feeding })),
    until,
  };
}

/** What a culture grows in a day, by its last count. */
const dailyOf = (v: Vessel) => v.culture!.growsShare * (v.culture!.counts.at(-1)?.perMl ?? 0) * v.volumeL * 1000;

/** Meals of one quarter of an hour are one. */
function together(meals: readonly { at: number; number: number }[]): { at: number; nauplii: number }[] {
  const by = new Map<number, number>();
  for (const m of meals) {
    const at = Math.round(m.at / (15 * MINUTE_MS)) * 15 * MINUTE_MS;
    by.set(at, (by.get(at) ?? 0) + m.number);
  }
  return [...by].map(([at, nauplii]) => ({ at, nauplii })).sort((a, b) => a.at - b.at);
}

/** What the next day's meals take of live food that no cone gives. */
function othersOf(
  follow: readonly Following[],
  tanks: readonly Tank[],
  vessels: readonly Vessel[],
  now: number,
): LiveFoodView['others'] {
  const by = new Map<string, { number: number; units: Set<string> }>();
  for (const f of follow)
    for (const m of f.meals) {
      if (m.kind === 'brineShrimp' || m.at < now || m.at > now + 24 * HOUR_MS) continue;
      const of = by.get(m.feed) ?? { number: 0, units: new Set<string>() };
      of.number += m.number;
      of.units.add(tanks.find((t) => t.holdingId === f.holdingId)!.unit);
      by.set(m.feed, of);
    }
  return [...by].map(([feed, o]) => {
    // A regime names its feed in words: “rotifers of the pond” are rotifers.
    const own = vessels.filter((v) => v.culture && feed.toLowerCase().includes(v.culture.kind.name));
    return {
      feed,
      number: o.number,
      units: [...o.units],
      gives: own.length === 0 ? null : own.reduce((s, v) => s + (v.kept?.left ?? 0) + dailyOf(v), 0),
    };
  });
}
