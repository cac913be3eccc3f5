import type { RoundSettings } from '@/core/planning/due';
import type { SensorKind } from '@/core/readings/sensorKinds';
import type { UnitKind } from '@/core/units/unitKinds';
import { type OwnTask, ownTasks } from '@/modules/incubation/views/routine';
import { type DeviceToken, deviceTokens } from '@/modules/water/views/alarms';
import type { Role } from '@/server/act/define';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { pickingMethodsOf } from '@/store/pickWatch';

export type SetupView = {
  site: { name: string; timeZone: string; lotPattern: string; seasonStartsMonth: number } & RoundSettings;
  people: { id: number; name: string; role: Role; active: boolean; second: boolean }[];
  rooms: {
    id: number;
    name: string;
    kind: string;
    chlorineMgPerL: number | null;
    mixedL: number | null;
    sourceSensor: number | null;
  }[];
  units: {
    id: number;
    name: string;
    kind: UnitKind;
    roomId: number;
    battery: string;
    volumeL: number | null;
    loadLimit: number | null;
    flowLPerMin: number | null;
    areaCm2: number | null;
    sensorId: number | null;
    x: number;
    y: number;
    partOf: number | null;
    holds: number;
  }[];
  /** Units that a screen divides, with their parts. */
  divided: { id: number; name: string; roomId: number; parts: string[] }[];
  sensors: { id: number; name: string; kind: SensorKind; roomId: number }[];
  incubation: {
    falseAlarmsWeek: number;
    methods: Awaited<ReturnType<typeof pickingMethodsOf>>;
    tokens: DeviceToken[];
    routine: OwnTask[];
  };
  /** Where the hatchery lies on the map of its waters; null where there is no map. */
  map: { lon: number; lat: number } | null;
  releaseSites: {
    id: number;
    name: string;
    water: string;
    target: number | null;
    permit: string;
    leastG: number | null;
    mostG: number | null;
    mostNumber: number | null;
    species: string | null;
    eastKm: number | null;
    northKm: number | null;
    points: string[] | null;
  }[];
};

export async function setupView(db: Db, siteId: number): Promise<SetupView> {
  const [site, people, rooms, units, divided, sensors, releaseSites, methods, tokens, routine, map] = await Promise.all(
    [
      db('site').where({ id: siteId }).first<SetupView['site'] & { falseAlarmsWeek: number }>('name', {
        timeZone: 'time_zone',
        lotPattern: 'lot_pattern',
        seasonStartsMonth: 'season_starts_month',
        weighEveryDays: 'weigh_every_days',
        countAbovePercent: 'count_above_percent',
        falseAlarmsWeek: 'false_alarms_week',
      }),
      db('person')
        .where({ site_id: siteId })
        .orderBy('id')
        .select<{ id: number; name: string; role: Role; active: number; second: number }[]>(
          'id',
          'name',
          'role',
          'active',
          db.raw('totp_secret IS NOT NULL AS second'),
        ),
      db('room').where({ site_id: siteId }).orderBy('walk_order').select('id', 'name', 'kind', {
        chlorineMgPerL: 'chlorine_mg_l',
        mixedL: 'mixed_l',
        sourceSensor: 'source_sensor_id',
      }),
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
          areaCm2: 'area_cm2',
          sensorId: 'sensor_id',
          x: 'place_x',
          y: 'place_y',
          partOf: 'part_of',
        },
        db.raw('(SELECT COALESCE(SUM(h.number), 0) FROM holding h WHERE h.unit_id = u.id AND h.number > 0) AS holds'),
      ),
      db('unit as w')
        .join('unit as p', (on) => on.on('p.part_of', 'w.id').andOnVal('p.retired', 0))
        .where({ 'w.site_id': siteId, 'w.retired': true })
        .groupBy('w.id', 'w.name', 'w.room_id')
        .select(
          'w.id',
          'w.name',
          { roomId: 'w.room_id' },
          db.raw("GROUP_CONCAT(p.name ORDER BY p.id SEPARATOR ' ') AS parts"),
        ),
      db('sensor').where({ site_id: siteId }).orderBy('id').select('id', 'name', 'kind', { roomId: 'room_id' }),
      db('release_site')
        .where({ site_id: siteId, retired: false })
        .orderBy('name')
        .select('id', 'name', 'water', 'target', 'permit', 'species', {
          leastG: 'least_g',
          mostG: 'most_g',
          mostNumber: 'most_number',
          eastKm: 'east_km',
          northKm: 'north_km',
          points: 'points',
        }),
      pickingMethodsOf(db, siteId),
      deviceTokens(db, siteId),
      ownTasks(db, siteId),
      db('site_map').where({ site_id: siteId }).first<{ lon: number; lat: number } | undefined>('lon', 'lat'),
    ],
  );
  const { falseAlarmsWeek, ...ofSite } = site;
  return {
    site: ofSite,
    incubation: { falseAlarmsWeek, methods, tokens, routine },
    people: people.map((p) => ({
      ...p,
      active: Boolean(p.active),
      second: Boolean(p.second),
    })),
    rooms,
    units: units.map((u: { holds: string }) => ({ ...u, holds: Number(u.holds) })),
    divided: divided.map((d: { parts: string }) => ({ ...d, parts: d.parts.split(' ') })),
    sensors,
    releaseSites: releaseSites.map((s) => ({
      ...s,
      points: s.points === null ? null : fromJson<string[]>(s.points),
    })),
    map: map ?? null,
  } as SetupView;
}
