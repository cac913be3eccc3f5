import { DAY_MS } from '@/core/time/spans';
import { fromJson } from '@/store/books/rows';
import { broodByUnit } from '@/store/broodIn';
import type { Db } from '@/store/connection';
import { SENSOR_OF_UNIT } from '@/store/waters';
import { sensorsNow } from '../sensorsNow';

export type PlaceRow = {
  id: number;
  name: string;
  room: string;
  roomId: number;
  kind: string;
  holds: string;
  /** Temperature of its water, where it was read within a day. */
  celsius?: number;
};

/**
 * Units in walking order with the lots that stand in them: for choosing where to put something.
 * @param now with it, each says how warm its water is
 */
export async function places(db: Db, siteId: number, now?: number): Promise<PlaceRow[]> {
  const living = db('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .where('h.site_id', siteId)
    .where('h.number', '>', 0)
    .groupBy('h.unit_id')
    .select('h.unit_id', db.raw("GROUP_CONCAT(DISTINCT t.name ORDER BY t.name SEPARATOR ', ') AS holds"));
  const rows = await db('unit as u')
    .join('room as r', 'r.id', 'u.room_id')
    .leftJoin(living.as('l') as unknown as string, 'l.unit_id', 'u.id')
    .where({ 'u.site_id': siteId, 'u.retired': false })
    .orderBy(['r.walk_order', 'u.place_y', 'u.place_x', 'u.id'])
    .select<(PlaceRow & { sensor: number | null })[]>(
      'u.id',
      'u.name',
      'u.kind',
      { room: 'r.name', roomId: 'r.id' },
      db.raw("COALESCE(l.holds, '') AS holds"),
      db.raw(`${SENSOR_OF_UNIT} AS sensor`),
    );
  const brood = await broodByUnit(db, siteId);
  const sensors = now === undefined ? [] : await sensorsNow(db, siteId, now);
  return rows.map(({ sensor, ...row }) => {
    const tags = brood.get(row.id);
    const r = tags
      ? {
          ...row,
          holds: [row.holds, `brood fish ${tags.slice(0, 3).join(', ')}${tags.length > 3 ? ' …' : ''}`]
            .filter(Boolean)
            .join(', '),
        }
      : row;
    const s = sensors.find((x) => x.id === sensor);
    return s?.celsius != null && s.at !== null && s.at > now! - DAY_MS ? { ...r, celsius: s.celsius } : r;
  });
}

export async function releaseSites(
  db: Db,
  siteId: number,
): Promise<{ id: number; name: string; permit: string; points: string[] }[]> {
  const rows = await db('release_site')
    .where({ site_id: siteId, retired: false })
    .orderBy('name')
    .select<{ id: number; name: string; permit: string; points: string | null }[]>('id', 'name', 'permit', 'points');
  return rows.map((r) => ({ ...r, points: r.points === null ? [] : fromJson<string[]>(r.points) }));
}
