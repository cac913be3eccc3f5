import type { LarvalState } from '@/core/feeding/larvalState';
import { type Bears, type Tightness, tightness } from '@/core/feeding/tightness';
import { valueNamed } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { DAY_MS } from '@/core/time/spans';
import { unionisedFraction } from '@/core/water/ammonia';
import { type FeedingOf, feedingNow } from '@/server/stock/feeding/feedingNow';
import type { FeedProduct } from '@/server/stock/feeding/feedStore';
import { larvaeNow } from '@/server/stock/feeding/larvae';
import type { LivingHolding } from '@/server/stock/livingStock';
import { deadSince } from '@/server/stock/numbers/deadSince';
import { type StockNow, totalsBy } from '@/server/stock/stockNow';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

/** Kinds of rooms that are drawn as the hall. */
export const HALL_ROOMS = ['rearing', 'outdoor'] as const;

export type HallUnit = {
  id: number;
  name: string;
  room: string;
  roomId: number;
  kind: string;
  /** Row and place in it, as the room was arranged. */
  row: string;
  y: number;
  volumeL: number | null;
  areaCm2: number | null;
  flowLPerMin: number | null;
  holdings: LivingHolding[];
  /** How each of them is fed; none of what does not eat. */
  fed: FeedingOf[];
  /** All that stands in it, with the doubt that its holdings share. */
  number: number;
  sd: number;
  /** Mass of all as it is likely to be now; null while some of it was never weighed. */
  massG: number | null;
  tight: Tightness | null;
  /** How larvae in it stand between yolk and food; none where none are. */
  larval: LarvalState[];
  dead7: number;
};

export type HallView = {
  units: HallUnit[];
  store: FeedProduct[];
  waters: { name: string; room: string; celsius: number | null }[];
};

/**
 * Tanks, raceways and ponds where they stand, with what stands in them, how tight it is, and how it is fed today.
 * @param holdings what stands in them  @param part only these units, and all that eat, whose weighings growth is
 *   learned from
 */
export async function hallView(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  holdings: readonly LivingHolding[],
  part?: { unitIds: readonly number[]; among: readonly StockNow[] },
): Promise<HallView> {
  const units = await db('unit as u')
    .join('room as r', 'r.id', 'u.room_id')
    .where({ 'u.site_id': site.siteId, 'u.retired': false })
    .whereIn('r.kind', HALL_ROOMS)
    .modify((q) => {
      if (part) q.whereIn('u.id', [...part.unitIds]);
    })
    .orderBy(['r.walk_order', 'u.place_y', 'u.place_x', 'u.id'])
    .select<
      Pick<HallUnit, 'id' | 'name' | 'kind' | 'room' | 'roomId' | 'row' | 'y' | 'volumeL' | 'areaCm2' | 'flowLPerMin'>[]
    >('u.id', 'u.name', 'u.kind', {
      room: 'r.name',
      roomId: 'r.id',
      row: 'u.battery',
      y: 'u.place_y',
      volumeL: 'u.volume_l',
      areaCm2: 'u.area_cm2',
      flowLPerMin: 'u.flow_l_min',
    });
  const here = new Set(units.map((u) => u.id));
  const living = holdings.filter((h) => here.has(h.unitId));
  const eating = living.filter((h) => h.station === 'fry' || h.station === 'fingerlings');
  const [{ of, store }, book, totals, dead, waters, larvae] = await Promise.all([
    feedingNow(db, site, now, eating, part?.among),
    speciesBook(db, site.siteId),
    totalsBy(db, site.siteId, now, 'unit', part && { unitIds: part.unitIds }),
    deadSince(
      db,
      living.map((h) => h.holdingId),
      now - 7 * DAY_MS,
      now,
    ),
    waterNow(db, site.siteId, now),
    larvaeNow(db, site, now, living),
  ]);
  const byUnit = new Map<number, LivingHolding[]>();
  for (const h of living) byUnit.set(h.unitId, [...(byUnit.get(h.unitId) ?? []), h]);
  return {
    store,
    waters,
    units: units.map((u) => {
      const own = byUnit.get(u.id) ?? [];
      const fed = own.flatMap((h) => of.get(h.holdingId) ?? []);
      const { number, sd } = totals.get(String(u.id)) ?? { number: 0, sd: 0 };
      const weighed = own.length > 0 && own.every((h) => of.get(h.holdingId)?.grown);
      const massG = weighed ? own.reduce((s, h) => s + h.number * of.get(h.holdingId)!.grown!.meanG, 0) : null;
      const species = own[0] && book.get(own[0].species);
      return {
        ...u,
        holdings: own,
        fed,
        number,
        sd,
        massG,
        tight: fed.length === 0 || !species || number <= 0 ? null : tightOf(u, species, fed, number, massG, now),
        larval: own.flatMap((h) => larvae.get(h.holdingId)?.state ?? []),
        dead7: own.reduce((s, h) => s + (dead.get(h.holdingId) ?? 0), 0),
      };
    }),
  };
}

function tightOf(
  u: Pick<HallUnit, 'volumeL' | 'areaCm2' | 'flowLPerMin'>,
  species: Parameters<typeof valueNamed>[0],
  fed: readonly FeedingOf[],
  number: number,
  massG: number | null,
  now: number,
): Tightness | null {
  const { bears, meanG, rise } = bearsOf(u, species, fed, number, massG);
  return tightness(
    bears,
    number,
    meanG,
    now,
    rise === null || meanG === null ? null : (days) => (Math.cbrt(meanG) + rise * days) ** 3,
  );
}

/**
 * What fish of a tank are held against, their mean mass, and by how much the cube root of it grows a day; null where that
 * is not known.
 */
export function bearsOf(
  u: Pick<HallUnit, 'volumeL' | 'areaCm2' | 'flowLPerMin'>,
  species: Parameters<typeof valueNamed>[0],
  fed: readonly FeedingOf[],
  number: number,
  massG: number | null,
): { bears: Bears; meanG: number | null; rise: number | null } {
  const first = fed[0]!;
  const { tank, values } = first;
  const named = (what: string) => valueNamed(species, what)?.value;
  const rations = fed.map((f) => (f.prescribed.is === 'ration' ? f.prescribed.methodG : null));
  const meanG = massG === null ? null : massG / number;
  const load = named('load of the bottom');
  // Larvae are those that eat live food, or have not been weighed since they hatched.
  const larvae = fed.some((f) => (f.regime?.liveShare ?? 0) > 0 || (massG === null && f.regime !== null));
  const rise =
    values.tgc !== undefined && tank.celsius !== null ? (values.tgc * Math.max(0, tank.celsius)) / 1000 : null;
  return {
    bears: {
      volumeL: u.volumeL,
      flowLPerMin: u.flowLPerMin,
      condition: values.condition,
      densityIndex: named('density index'),
      flowIndex: named('flow index'),
      oxygen:
        tank.oxygenInMgPerL !== null && values.leastOxygenMgPerL !== undefined && values.oxygenMgPerGFeed !== undefined
          ? {
              inMgPerL: tank.oxygenInMgPerL,
              leastMgPerL: values.leastOxygenMgPerL,
              mgPerGFeed: values.oxygenMgPerGFeed,
            }
          : null,
      mostTanMgPerL:
        tank.pH !== null && tank.celsius !== null
          ? values.mostUnionisedMgPerL / unionisedFraction(tank.celsius, tank.pH)
          : null,
      larvaePerL: larvae ? (named('larvae in a litre') ?? null) : null,
      bottom: load !== undefined && u.areaCm2 ? { kgPerM2: load, areaM2: u.areaCm2 / 10_000 } : null,
      proteinShare: thresholds.usualProtein.value,
      rationShare:
        massG !== null && rations.every((r) => r !== null) ? rations.reduce((s, r) => s + r!, 0) / massG : null,
    },
    meanG,
    rise,
  };
}

/** The thermometers of the rooms with tanks, as last read. */
async function waterNow(db: Db, siteId: number, now: number): Promise<HallView['waters']> {
  return await db('sensor as s')
    .join('room as r', 'r.id', 's.room_id')
    .where({ 's.site_id': siteId, 's.kind': 'temperature' })
    .whereIn('r.kind', HALL_ROOMS)
    .orderBy(['r.walk_order', 's.id'])
    .select<HallView['waters']>(
      { name: 's.name', room: 'r.name' },
      db.raw(
        '(SELECT x.value FROM reading x WHERE x.sensor_id = s.id AND x.`at` <= ? AND NOT x.struck ORDER BY x.`at` DESC LIMIT 1) AS celsius',
        [now],
      ),
    );
}
