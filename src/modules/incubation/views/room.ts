import { volumeOfOneMl } from '@/core/eggs/sphere';
import { HEXAGONAL_LAYERS } from '@/core/eggs/trough';
import { type Danger, dangerOf } from '@/core/incubation/danger';
import { type RoundDone, roundsOf } from '@/core/planning/rounds';
import { type Species, valueNamed } from '@/core/species/species';
import { addLocalDays, localDay } from '@/core/time/localDay';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import { type Supply, supplyOf } from '@/core/water/supply';
import { type ReadNow, readNow, type SensorNow, temperaturesOf } from '@/server/sensorsNow';
import type { LivingHolding } from '@/server/stock/livingStock';
import { totalsBy } from '@/server/stock/stockNow';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

export type RoomUnit = {
  id: number;
  name: string;
  kind: string;
  battery: string;
  x: number;
  y: number;
  volumeL: number | null;
  loadLimit: number | null;
  flowLPerMin: number | null;
  /** On which its eggs lie; null where it is not set. */
  areaCm2: number | null;
  holdings: LivingHolding[];
  /** All that stands in it, with the doubt that its holdings share. */
  number: number;
  sd: number;
  /** Dead of the last ten local days, oldest first; null where nobody looked. */
  losses: (number | null)[];
  /** Minutes to danger if its flow stops, and the flow it needs; null where something for it is not known. */
  danger: Danger | null;
};
export type RoomView = {
  id: number;
  name: string;
  kind: string;
  rooms: { id: number; name: string }[];
  sensors: SensorNow[];
  /** The last oxygen read in the room. */
  oxygen: ReadNow | null;
  /** The last chlorine and total gas read in the room since yesterday. */
  read: ReadNow[];
  supply: Supply;
  units: RoomUnit[];
  lookedToday: number;
  /** Eggs of the room and the space that they fill, mL; null where the size of one is not known. */
  eggs: { number: number; volumeMl: number | null };
  /** What its rounds of the last days took. */
  rounds: RoundDone[];
};

const DAYS = 10;
const OXYGEN_HOLDS_MS = 6 * HOUR_MS;
const DAY_HOLDS_MS = 24 * HOUR_MS;

/** One room as it stands, from all that stands: a fixed number of queries. */
export async function roomView(
  db: Db,
  site: { siteId: number; timeZone: string },
  roomId: number,
  now: number,
  all: readonly LivingHolding[],
): Promise<RoomView | null> {
  const rooms = await db('room')
    .where({ site_id: site.siteId, kind: 'incubation' })
    .orderBy('walk_order')
    .select('id', 'name', 'kind', {
      chlorineMgPerL: 'chlorine_mg_l',
      mixedL: 'mixed_l',
      sourceSensor: 'source_sensor_id',
    });
  const room = rooms.find((r) => r.id === roomId);
  if (!room) return null;
  const holdings = all.filter((h) => h.roomId === roomId);
  const first = addLocalDays(now, -(DAYS - 1), site.timeZone);
  const [units, read, totals, book, place] = await Promise.all([
    db('unit')
      .where({ room_id: roomId, retired: false })
      .orderBy(['place_y', 'place_x', 'id'])
      .select('id', 'name', 'kind', 'battery', {
        x: 'place_x',
        y: 'place_y',
        volumeL: 'volume_l',
        loadLimit: 'load_limit',
        flowLPerMin: 'flow_l_min',
        areaCm2: 'area_cm2',
      }),
    readNow(db, site.siteId, now),
    totalsBy(db, site.siteId, now, 'unit', { roomId }),
    speciesBook(db, site.siteId),
    db('site').where({ id: site.siteId }).first<{ altitudeM: number | null }>({ altitudeM: 'altitude_m' }),
  ]);
  const losses =
    holdings.length === 0
      ? []
      : await db('observation')
          .whereIn(
            'holding_id',
            holdings.map((h) => h.holdingId),
          )
          .whereIn('kind', ['pick', 'dead'])
          .where('at', '>=', first)
          .select<{ unit_id: number; at: number; value: number }[]>('unit_id', 'at', 'value');
  const dayOf = (t: number) => Math.round((localDay(t, site.timeZone).start - first) / DAY_MS);
  const byUnit = new Map<number, (number | null)[]>();
  for (const l of losses) {
    const days = byUnit.get(l.unit_id) ?? byUnit.set(l.unit_id, new Array(DAYS).fill(null)).get(l.unit_id)!;
    const i = Math.min(DAYS - 1, Math.max(0, dayOf(l.at)));
    days[i] = (days[i] ?? 0) + l.value;
  }
  const sensors = temperaturesOf(read);
  // A reading of oxygen is of the hour; older ones say little of now.
  const oxygen =
    read.find((r) => r.kind === 'oxygen' && r.roomId === roomId && r.at !== null && r.at > now - OXYGEN_HOLDS_MS) ??
    null;
  const dangerIn = (u: { volumeL: number | null }, here: readonly LivingHolding[]): Danger | null => {
    const h = here[0];
    if (!h || (h.station !== 'eggs' && h.station !== 'yolksac')) return null;
    const celsius = sensors.find((x) => x.id === h.sensorId)?.celsius ?? null;
    const progress = h.milestones.find((m) => m.turn === 'hatch')?.passed ?? 0;
    const number = here.reduce((n, x) => n + x.number, 0);
    return dangerOf(book.get(h.species)!, { station: h.station, progress, number }, u, {
      celsius,
      oxygenMgPerL: oxygen?.value ?? null,
      altitudeM: place.altitudeM,
    });
  };
  const view = units.map((u) => ({
    ...u,
    holdings: holdings.filter((h) => h.unitId === u.id),
    danger: dangerIn(
      u,
      holdings.filter((h) => h.unitId === u.id),
    ),
    ...(totals.get(String(u.id)) ?? { number: 0, sd: 0 }),
    losses: byUnit.get(u.id) ?? new Array<null>(DAYS).fill(null),
  }));
  const lookedToday = view.filter((u) => u.holdings.length > 0 && u.losses[DAYS - 1] !== null).length;
  const warmest = sensors.filter((s) => s.roomId === roomId && s.celsius !== null).map((s) => s.celsius!);
  return {
    id: room.id,
    name: room.name,
    kind: room.kind,
    read: read.filter(
      (r) =>
        r.roomId === roomId &&
        (r.kind === 'chlorine' || r.kind === 'gas') &&
        r.at !== null &&
        r.at > now - DAY_HOLDS_MS,
    ),
    supply: supplyOf({
      ...room,
      units: view,
      sourceCelsius: sensors.find((s) => s.id === room.sourceSensor)?.celsius ?? null,
      celsius: warmest.length > 0 ? Math.max(...warmest) : null,
      altitudeM: place.altitudeM,
    }),
    rooms: rooms.map((r) => ({ id: r.id, name: r.name })),
    sensors: sensors.filter((s) => s.roomId === roomId),
    oxygen,
    units: view,
    eggs: eggsIn(
      holdings.filter((h) => h.station === 'eggs'),
      book,
    ),
    lookedToday,
    rounds: roundsOf(
      losses.map((l) => ({ at: l.at, unit: l.unit_id, dead: l.value })),
      (t) => localDay(t, site.timeZone).start,
    ),
  };
}

/** What eggs fill as they lie in layers, by the diameter of a hardened egg of each species. */
function eggsIn(
  holdings: readonly Pick<LivingHolding, 'species' | 'number'>[],
  book: ReadonlyMap<string, Species>,
): RoomView['eggs'] {
  const volumes = holdings.map((h) => {
    const d = valueNamed(book.get(h.species)!, 'hardened egg diameter')?.value;
    return d === undefined ? null : (h.number * volumeOfOneMl(d)) / HEXAGONAL_LAYERS;
  });
  return {
    number: holdings.reduce((s, h) => s + h.number, 0),
    volumeMl: volumes.some((v) => v === null) ? null : volumes.reduce<number>((s, v) => s + v!, 0),
  };
}
