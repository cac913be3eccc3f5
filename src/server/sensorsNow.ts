import type { SensorKind } from '@/core/readings/sensorKinds';
import type { Db } from '@/store/connection';

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
  return await db('sensor as s')
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
    );
}
