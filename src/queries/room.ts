import { addLocalDays, localDay } from '@/core/time/localDay';
import type { Db } from '@/store/connection';
import type { RoundHolding } from './round';
import { totalsBy } from './standings';
import { type SensorNow, sensorsNow } from './today';

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
  holdings: RoundHolding[];
  /** All that stands in it, with the doubt that its holdings share. */
  number: number;
  sd: number;
  /** Dead of the last ten local days, oldest first; null where nobody looked. */
  losses: (number | null)[];
};
export type RoomView = {
  id: number;
  name: string;
  kind: string;
  rooms: { id: number; name: string }[];
  sensors: SensorNow[];
  units: RoomUnit[];
  lookedToday: number;
};

const DAYS = 10;

/** One room as it stands, from all that stands: a fixed number of queries. */
export async function roomView(
  db: Db,
  site: { siteId: number; timeZone: string },
  roomId: number,
  now: number,
  all: readonly RoundHolding[],
): Promise<RoomView | null> {
  const rooms = (await db('room')
    .where({ site_id: site.siteId, kind: 'incubation' })
    .orderBy('walk_order')
    .select('id', 'name', 'kind')) as { id: number; name: string; kind: string }[];
  const room = rooms.find((r) => r.id === roomId);
  if (!room) return null;
  const holdings = all.filter((h) => h.roomId === roomId);
  const first = addLocalDays(now, -(DAYS - 1), site.timeZone);
  const [units, sensors, totals] = await Promise.all([
    db('unit')
      .where({ room_id: roomId, retired: false })
      .orderBy(['place_y', 'place_x', 'id'])
      .select('id', 'name', 'kind', 'battery', {
        x: 'place_x',
        y: 'place_y',
        volumeL: 'volume_l',
        loadLimit: 'load_limit',
        flowLPerMin: 'flow_l_min',
      }) as unknown as Promise<Omit<RoomUnit, 'holdings' | 'number' | 'sd' | 'losses'>[]>,
    sensorsNow(db, site.siteId, now),
    totalsBy(db, site.siteId, now, 'unit', { roomId }),
  ]);
  const losses =
    holdings.length === 0
      ? []
      : ((await db('observation')
          .whereIn(
            'holding_id',
            holdings.map((h) => h.holdingId),
          )
          .whereIn('kind', ['pick', 'dead'])
          .where('at', '>=', first)
          .select('unit_id', 'at', 'value')) as { unit_id: number; at: number; value: number }[]);
  const dayOf = (t: number) => Math.round((localDay(t, site.timeZone).start - first) / 86_400_000);
  const byUnit = new Map<number, (number | null)[]>();
  for (const l of losses) {
    const days = byUnit.get(l.unit_id) ?? byUnit.set(l.unit_id, new Array(DAYS).fill(null)).get(l.unit_id)!;
    const i = Math.min(DAYS - 1, Math.max(0, dayOf(l.at)));
    days[i] = (days[i] ?? 0) + l.value;
  }
  const view = units.map((u) => ({
    ...u,
    holdings: holdings.filter((h) => h.unitId === u.id),
    ...(totals.get(String(u.id)) ?? { number: 0, sd: 0 }),
    losses: byUnit.get(u.id) ?? new Array<null>(DAYS).fill(null),
  }));
  const lookedToday = view.filter((u) => u.holdings.length > 0 && u.losses[DAYS - 1] !== null).length;
  return {
    ...room,
    rooms: rooms.map((r) => ({ id: r.id, name: r.name })),
    sensors: sensors.filter((s) => s.roomId === roomId),
    units: view,
    lookedToday,
  };
}
