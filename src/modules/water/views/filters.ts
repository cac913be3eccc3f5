import { thresholds } from '@/core/thresholds';
import { DAY_MS } from '@/core/time/spans';
import { nitrifyingAt, tanOfFeed } from '@/core/water/biofilter';
import { roomsBehind } from '@/core/water/budget';
import { type Conditioning, conditioning, type FilterReading } from '@/core/water/conditioning';
import { readNow } from '@/server/sensorsNow';
import type { Db } from '@/store/connection';
import { type WorkRow, worksOf } from '../works';

/** A biofilter against its load, and how its conditioning goes. */
export type FilterNow = {
  work: WorkRow;
  rooms: number[];
  celsius: number | null;
  /** Grams a day that are fed in the rooms behind it, and what they become. */
  feedG: number;
  loadG: number;
  capacityG: number | null;
  share: number | null;
  conditioning: {
    from: number | null;
    doseMgPerL: number;
    stock: number | null;
    course: Conditioning;
    readings: FilterReading[];
    /** When it is to be begun at the latest, where a day for stocking is set and it has not begun. */
    startBy: number | null;
  } | null;
};

/**
 * Biofilters of a site against what is fed behind them. Ammonia and nitrite are those that were read by hand in the rooms
 * behind, or by their probes, since the first dose.
 * @param feedOf grams a day of each room  @param protein share of protein in that
 */
export async function filtersNow(
  db: Db,
  siteId: number,
  now: number,
  feedOf: ReadonlyMap<number, { feedG: number; proteinShare: number }>,
): Promise<FilterNow[]> {
  const works = await worksOf(db, siteId);
  const filters = works.filter((w) => w.kind === 'biofilter');
  if (filters.length === 0) return [];
  const probes = await readNow(db, siteId, now);
  return await Promise.all(
    filters.map(async (work): Promise<FilterNow> => {
      const rooms = [...roomsBehind(works, work.id)];
      const warm = probes.find((p) => p.kind === 'temperature' && rooms.includes(p.roomId) && p.value !== null);
      const celsius = warm?.value ?? null;
      const fed = rooms.flatMap((r) => feedOf.get(r) ?? []);
      const feedG = fed.reduce((s, f) => s + f.feedG, 0);
      const loadG = fed.reduce((s, f) => s + tanOfFeed(f.feedG, f.proteinShare), 0);
      const capacityG =
        work.more.mediaM2 === null || celsius === null
          ? null
          : work.more.mediaM2 * thresholds.nitrifiedPerM2.value * nitrifyingAt(celsius);
      const set = work.more.conditioning;
      let course: FilterNow['conditioning'] = null;
      if (set !== null && celsius !== null && celsius >= LEAST_CELSIUS) {
        const dose = set.doseMgPerL ?? USUAL_DOSE;
        const readings = set.from === null ? [] : await filterReadings(db, siteId, rooms, set.from, now);
        const c = conditioning(dose, Math.min(MOST_CELSIUS, celsius), readings, set.seeded);
        course = {
          from: set.from,
          doseMgPerL: dose,
          stock: set.stock,
          course: c,
          readings,
          startBy: set.from === null && set.stock !== null && c.high !== null ? set.stock - c.high * DAY_MS : null,
        };
      }
      return {
        work,
        rooms,
        celsius,
        feedG,
        loadG,
        capacityG,
        share: capacityG === null ? null : loadG / capacityG,
        conditioning: course,
      };
    }),
  );
}

/** Colder, nitrifying bacteria hardly grow; warmer, no course is told. */
const [LEAST_CELSIUS, MOST_CELSIUS] = [4, 36];
/** Ammonia a day where nobody set one, mg/L as nitrogen. `verify` */
const USUAL_DOSE = 3;

/** Ammonia and nitrite of rooms since the first dose, by day. Two statements. */
async function filterReadings(
  db: Db,
  siteId: number,
  rooms: readonly number[],
  from: number,
  now: number,
): Promise<FilterReading[]> {
  type Row = { kind: 'ammonia' | 'nitrite'; at: number; value: number };
  const [hand, probes] = await Promise.all([
    db('observation as o')
      .join('unit as u', 'u.id', 'o.unit_id')
      .where({ 'u.site_id': siteId })
      .whereIn('u.room_id', [...rooms])
      .whereIn('o.kind', ['ammonia', 'nitrite'])
      .whereNull('o.holding_id')
      .whereBetween('o.at', [from, now])
      .orderBy('o.at')
      .limit(1000)
      .select<Row[]>({ kind: 'o.kind', at: 'o.at', value: 'o.value' }),
    db('reading_day as d')
      .join('sensor as s', 's.id', 'd.sensor_id')
      .where({ 's.site_id': siteId })
      .whereIn('s.room_id', [...rooms])
      .whereIn('s.kind', ['ammonia', 'nitrite'])
      .whereBetween('d.day', [from, now])
      .limit(1000)
      .select<Row[]>({ kind: 's.kind', at: 'd.day' }, db.raw('d.sum / d.n AS value')),
  ]);
  return [...hand, ...probes.map((p) => ({ ...p, at: p.at + DAY_MS / 2, value: Number(p.value) }))]
    .map((r) => ({ day: (r.at - from) / DAY_MS, [r.kind]: r.value }))
    .sort((a, b) => a.day - b.day);
}
