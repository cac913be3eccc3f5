import { alarmWords } from '@/core/water/alarms';
import type { Db } from '@/store/connection';

export type OpenAlarm = {
  id: number;
  kind: string;
  says: string;
  todo: string;
  openedAt: number;
  seenBy: string | null;
  seenAt: number | null;
  roomId: number;
};

/** What harms within minutes stands before what harms within hours. */
const SOONEST = [
  'chlorine',
  'flow',
  'power',
  'level',
  'oxygen',
  'temperature',
  'gas',
  'ammonia',
  'nitrite',
  'salinity',
  'pH',
  'turbidity',
  'nitrate',
];

/** Alarms that stand: those that nobody has seen first, the water before the probe, what harms soonest before the rest. */
export async function openAlarms(db: Db, siteId: number, us: boolean): Promise<OpenAlarm[]> {
  const open = await db('alarm as a')
    .join('sensor as s', 's.id', 'a.sensor_id')
    .leftJoin('person as p', 'p.id', 'a.seen_by')
    .where({ 'a.site_id': siteId, 'a.closed_at': null })
    .orderByRaw(
      `a.seen_at IS NOT NULL, a.kind IN ('silent', 'stuck'), FIELD(s.kind, ${SOONEST.map(() => '?').join(', ')}), a.opened_at`,
      SOONEST,
    )
    .select<OpenAlarm[]>({
      id: 'a.id',
      kind: 'a.kind',
      says: 'a.says',
      todo: 'a.todo',
      openedAt: 'a.opened_at',
      seenBy: 'p.name',
      seenAt: 'a.seen_at',
      roomId: 's.room_id',
    });
  return open.map((a) => ({ ...a, says: alarmWords(a.says, a.kind, us) }));
}

export type DeviceToken = { id: number; name: string; madeAt: number; by: string };
export type Strike = {
  id: number;
  sensor: string;
  sensorId: number;
  from: number;
  to: number;
  reason: string;
  by: string;
  undoneAt: number | null;
  undoneBy: string | null;
};

export async function deviceTokens(db: Db, siteId: number): Promise<DeviceToken[]> {
  return await db('device_token as t')
    .join('person as p', 'p.id', 't.made_by')
    .where({ 't.site_id': siteId, 't.revoked_at': null })
    .orderBy('t.id')
    .select({ id: 't.id', name: 't.name', madeAt: 't.made_at', by: 'p.name' });
}

/** What was struck out of the readings, the newest first. */
export async function strikes(db: Db, siteId: number, most = 20): Promise<Strike[]> {
  return await db('reading_strike as k')
    .join('sensor as s', 's.id', 'k.sensor_id')
    .join('person as p', 'p.id', 'k.struck_by')
    .leftJoin('person as q', 'q.id', 'k.undone_by')
    .where({ 'k.site_id': siteId })
    .orderBy('k.id', 'desc')
    .limit(most)
    .select({
      id: 'k.id',
      sensor: 's.name',
      sensorId: 's.id',
      from: 'k.from_at',
      to: 'k.to_at',
      reason: 'k.reason',
      by: 'p.name',
      undoneAt: 'k.undone_at',
      undoneBy: 'q.name',
    });
}
