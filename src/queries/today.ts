import type { SensorKind } from '@/core/readings/sensorKinds';
import { localDay } from '@/core/time/localDay';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import type { RoundHolding } from './round';

export type SensorNow = {
  id: number;
  name: string;
  kind: SensorKind;
  roomId: number;
  room: string;
  celsius: number | null;
  at: number | null;
  yesterday: number | null;
};
export type Today = {
  holdings: RoundHolding[];
  sensors: SensorNow[];
  /** Readings of probes that were left out since midnight. */
  leftOut: number;
  /** Looked at since midnight, by holding. */
  done: Record<number, number>;
  proposals: { id: string; by: string; at: number; type: string; payload: Record<string, unknown>; unit: string }[];
};

/** What is to be done now and in which order, from what stands; three queries whatever the history. */
export async function today(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  holdings: RoundHolding[],
): Promise<Today> {
  const day = localDay(now, site.timeZone);
  const [sensors, leftOut, done, proposals] = await Promise.all([
    sensorsNow(db, site.siteId, now),
    db('reading_left_out')
      .where({ site_id: site.siteId, day: day.start })
      .whereNot('reason', 'ahead')
      .sum('n as n')
      .first() as unknown as Promise<{ n: string | null }>,
    holdings.length === 0
      ? []
      : (db('observation')
          .whereIn(
            'holding_id',
            holdings.map((h) => h.holdingId),
          )
          .whereIn('kind', ['pick', 'dead'])
          .where('at', '>=', day.start)
          .groupBy('holding_id')
          .select('holding_id', db.raw('SUM(value) AS n')) as unknown as Promise<{ holding_id: number; n: number }[]>),
    db('proposal as p')
      .join('person as q', 'q.id', 'p.proposed_by')
      .leftJoin('unit as u', 'u.id', db.raw("CAST(JSON_VALUE(p.payload, '$.unit') AS UNSIGNED)"))
      .where({ 'p.site_id': site.siteId, 'p.state': 'open' })
      .orderBy('p.proposed_at')
      .select(
        'p.id',
        'q.name as by',
        'p.proposed_at as at',
        'p.type',
        'p.payload',
        'u.name as unit',
      ) as unknown as Promise<(Today['proposals'][number] & { payload: string })[]>,
  ]);
  return {
    holdings,
    sensors,
    leftOut: Number(leftOut.n ?? 0),
    done: Object.fromEntries(done.map((d) => [d.holding_id, Number(d.n)])),
    proposals: proposals.map((p) => ({ ...p, payload: fromJson<Record<string, unknown>>(p.payload) })),
  };
}

/** The last reading of every temperature sensor, and the mean of the day before: each one step along an index. */
export async function sensorsNow(db: Db, siteId: number, now: number): Promise<SensorNow[]> {
  return temperaturesOf(await readNow(db, siteId, now));
}

/** Those of them that are temperatures. */
export const temperaturesOf = (all: readonly ReadNow[]): SensorNow[] =>
  all.filter((s) => s.kind === 'temperature').map(({ value, ...s }) => ({ ...s, celsius: value }));

export type ReadNow = Omit<SensorNow, 'celsius'> & { value: number | null };

/** As `sensorsNow`, for sensors of every kind, each in its own unit. */
export async function readNow(db: Db, siteId: number, now: number): Promise<ReadNow[]> {
  const latest = (column: 'value' | '`at`') =>
    `(SELECT x.${column} FROM reading x WHERE x.sensor_id = s.id AND x.\`at\` <= ? AND NOT x.struck ORDER BY x.\`at\` DESC LIMIT 1)`;
  return (await db('sensor as s')
    .join('room as r', 'r.id', 's.room_id')
    .where({ 's.site_id': siteId })
    .orderBy(['r.walk_order', 's.id'])
    .select(
      { id: 's.id', name: 's.name', kind: 's.kind', roomId: 'r.id', room: 'r.name' },
      db.raw(`${latest('value')} AS value`, [now]),
      db.raw(`${latest('`at`')} AS \`at\``, [now]),
      db.raw(
        '(SELECT d.sum / d.n FROM reading_day d WHERE d.sensor_id = s.id AND d.day <= ? ORDER BY d.day DESC LIMIT 1 OFFSET 1) AS yesterday',
        [now],
      ),
    )) as ReadNow[];
}
