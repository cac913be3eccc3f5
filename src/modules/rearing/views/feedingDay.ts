import { livingStock } from '@/server/stock/livingStock';
import { type StockNow, stockNow } from '@/server/stock/stockNow';
import type { Db } from '@/store/connection';
import { HALL_ROOMS, type HallView, hallView } from './hall';

/** A stretch of the walk: tanks of one room that are fed one after the other. */
export type Stretch = { room: string; first: string; last: string; tanks: number; unitIds: number[] };

/** So many tanks are read at a glance; a longer day is walked in stretches. */
export const WHOLE_DAY = 60;
const STRETCH = 40;

/**
 * The walk in stretches: room by room, none longer than `most`, each room parted evenly.
 * @param eating in walking order
 */
export function stretchesOf(eating: readonly Pick<StockNow, 'unitId' | 'unit' | 'roomId' | 'room'>[], most = STRETCH) {
  const rooms = new Map<number, { room: string; units: Map<number, string> }>();
  for (const h of eating) {
    const r = rooms.get(h.roomId) ?? { room: h.room, units: new Map() };
    r.units.set(h.unitId, h.unit);
    rooms.set(h.roomId, r);
  }
  return [...rooms.values()].flatMap(({ room, units }): Stretch[] => {
    const all = [...units];
    const parts = Math.ceil(all.length / most);
    return Array.from({ length: parts }, (_, i) => {
      const own = all.slice(Math.round((i * all.length) / parts), Math.round(((i + 1) * all.length) / parts));
      return {
        room,
        first: own[0]![1],
        last: own.at(-1)![1],
        tanks: own.length,
        unitIds: own.map(([id]) => id),
      };
    });
  });
}

/** What eats in tanks, raceways and ponds, in walking order. One statement for the rooms, one for what stands. */
async function eatingNow(db: Db, siteId: number, now: number): Promise<StockNow[]> {
  const [standing, rooms] = await Promise.all([
    stockNow(db, siteId, now, { stations: ['fry', 'fingerlings'] }),
    db('room').where({ site_id: siteId }).whereIn('kind', HALL_ROOMS).select('id'),
  ]);
  const here = new Set(rooms.map((r) => r.id));
  return standing.filter((h) => here.has(h.roomId));
}

/**
 * One stretch of the feeding day, and which there are. What others grew counts for its rations as it does for all; what
 * others are fed is not worked. @param place of the stretch in the walk; the last where it lies beyond
 */
export async function feedingStretch(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  place: number,
  most = STRETCH,
): Promise<{ stretches: Stretch[]; place: number; hall: HallView }> {
  const among = await eatingNow(db, site.siteId, now);
  const stretches = stretchesOf(among, most);
  const at = Math.max(0, Math.min(place, stretches.length - 1));
  const unitIds = stretches[at]?.unitIds ?? [];
  const holdings = await livingStock(db, site, now, { unitIds });
  return { stretches, place: at, hall: await hallView(db, site, now, holdings, { unitIds, among }) };
}
