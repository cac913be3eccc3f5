import type { Db } from '@/store/connection';

export type PlaceRow = { id: number; name: string; room: string; roomId: number; kind: string; holds: string };

/** Units in walking order with the lots that stand in them: for choosing where to put something. */
export async function places(db: Db, siteId: number): Promise<PlaceRow[]> {
  const living = db('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .where('h.site_id', siteId)
    .where('h.number', '>', 0)
    .groupBy('h.unit_id')
    .select('h.unit_id', db.raw("GROUP_CONCAT(DISTINCT t.name ORDER BY t.name SEPARATOR ', ') AS holds"));
  const rows = (await db('unit as u')
    .join('room as r', 'r.id', 'u.room_id')
    .leftJoin(living.as('l') as unknown as string, 'l.unit_id', 'u.id')
    .where({ 'u.site_id': siteId, 'u.retired': false })
    .orderBy(['r.walk_order', 'u.place_y', 'u.place_x', 'u.id'])
    .select(
      'u.id',
      'u.name',
      'u.kind',
      { room: 'r.name', roomId: 'r.id' },
      db.raw("COALESCE(l.holds, '') AS holds"),
    )) as PlaceRow[];
  return rows;
}

export async function releaseSites(db: Db, siteId: number): Promise<{ id: number; name: string }[]> {
  return (await db('release_site').where({ site_id: siteId, retired: false }).orderBy('name').select('id', 'name')) as {
    id: number;
    name: string;
  }[];
}
