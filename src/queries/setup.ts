import type { Db } from '@/store/connection';

export type SetupView = {
  site: { name: string; timeZone: string; lotPattern: string; seasonStartsMonth: number };
  people: { id: number; name: string; role: string; active: boolean }[];
  rooms: { id: number; name: string; kind: string }[];
  units: {
    id: number;
    name: string;
    kind: string;
    roomId: number;
    battery: string;
    volumeL: number | null;
    loadLimit: number | null;
    flowLPerMin: number | null;
    sensorId: number | null;
    x: number;
    y: number;
    partOf: number | null;
    holds: number;
  }[];
  sensors: { id: number; name: string; roomId: number }[];
  releaseSites: { id: number; name: string; water: string; target: number | null; permit: string }[];
};

export async function setupView(db: Db, siteId: number): Promise<SetupView> {
  const [site, people, rooms, units, sensors, releaseSites] = await Promise.all([
    db('site')
      .where({ id: siteId })
      .first('name', { timeZone: 'time_zone', lotPattern: 'lot_pattern', seasonStartsMonth: 'season_starts_month' }),
    db('person').where({ site_id: siteId }).orderBy('id').select('id', 'name', 'role', 'active'),
    db('room').where({ site_id: siteId }).orderBy('walk_order').select('id', 'name', 'kind'),
    db('unit as u').where({ site_id: siteId, retired: false }).orderBy(['place_y', 'place_x', 'id']).select(
      'id',
      'name',
      'kind',
      'battery',
      {
        roomId: 'room_id',
        volumeL: 'volume_l',
        loadLimit: 'load_limit',
        flowLPerMin: 'flow_l_min',
        sensorId: 'sensor_id',
        x: 'place_x',
        y: 'place_y',
        partOf: 'part_of',
      },
      db.raw('(SELECT COALESCE(SUM(h.number), 0) FROM holding h WHERE h.unit_id = u.id AND h.number > 0) AS holds'),
    ),
    db('sensor').where({ site_id: siteId }).orderBy('id').select('id', 'name', { roomId: 'room_id' }),
    db('release_site')
      .where({ site_id: siteId, retired: false })
      .orderBy('name')
      .select('id', 'name', 'water', 'target', 'permit'),
  ]);
  return {
    site,
    people: people.map((p: { active: number }) => ({ ...p, active: Boolean(p.active) })),
    rooms,
    units: units.map((u: { holds: string }) => ({ ...u, holds: Number(u.holds) })),
    sensors,
    releaseSites,
  } as SetupView;
}
