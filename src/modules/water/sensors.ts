import type { SensorKind } from '@/core/readings/sensorKinds';
import { timedLater } from '@/core/species/life';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import { unitById } from '@/server/stock/standing';
import { fromJson } from '@/store/books/rows';
import { addReadings, removeReading } from '@/store/readings';
import { speciesBook } from '@/store/species';

/** What a typed reading took the place of: kept with its entry, so that taking the entry back puts it back. */
export type Stood = { value: number; origin: 'typed' | 'imported' | 'probe' } | null;

export async function typeReading(c: Context, sensor: SensorRow, at: number, value: number): Promise<Stood> {
  const stood = await c
    .trx('reading')
    .where({ sensor_id: sensor.id, at })
    .first<NonNullable<Stood> | undefined>('value', 'origin');
  await addReadings(c.trx, { id: sensor.id, timeZone: c.site.timeZone }, [{ at, value }], 'typed', 'replace');
  return stood ?? null;
}

/**
 * The reading that a typed entry left behind, when the entry is taken back: at its instant stands again the last one
 * typed that still holds, else what the logger had there, else nothing. Other entries leave no reading.
 */
export async function putBackReading(
  c: Context,
  entry: { kind: string; at: number; seq: number; intent: string },
): Promise<void> {
  type Typed = { celsius?: number; value?: number; readOn?: number; sensor?: number; unit?: number; stood?: Stood };
  const intent = fromJson<Typed>(entry.intent);
  const sensorOf = (i: Typed) => i.readOn ?? i.sensor;
  const sensor =
    sensorOf(intent) !== undefined ? await sensorById(c, sensorOf(intent)!) : await sensorOfUnit(c, intent.unit!);
  const typed = await c
    .trx('entry as e')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .where({ 'e.site_id': c.site.id, 'e.at': entry.at })
    .whereIn('e.kind', ['temperature', 'reading'])
    .orderBy('e.seq')
    .select<{ seq: number; intent: string; voided: number | null }[]>('e.seq', 'e.intent', 'v.seq as voided');
  const here = typed
    .map((t) => ({ ...t, ...fromJson<Typed>(t.intent) }))
    .filter((t) => (sensorOf(t) ?? sensor.id) === sensor.id);
  const last = here.filter((t) => t.voided === null && t.seq !== entry.seq).at(-1);
  const stood = here.map((t) => t.stood).find((x) => x && x.origin !== 'typed');
  const again: Stood | undefined = last ? { value: (last.celsius ?? last.value)!, origin: 'typed' } : stood;
  const on = { id: sensor.id, timeZone: c.site.timeZone };
  if (again) await addReadings(c.trx, on, [{ at: entry.at, value: again.value }], again.origin, 'replace');
  else await removeReading(c.trx, on, entry.at);
  if (sensor.kind === 'temperature') await predictAllOn(c, sensor.id);
}

export type SensorRow = { id: number; room_id: number; name: string; kind: SensorKind };

export async function sensorById(c: Context, id: number): Promise<SensorRow> {
  const row = await c.trx('sensor').where({ id, site_id: c.site.id }).first<SensorRow | undefined>();
  if (!row) throw new ActRefused('noSensor', 'There is no such sensor.', 'sensor');
  return row;
}

/** Everything that lives on a sensor's water gets its dates worked anew. */
export async function predictAllOn(c: Context, sensorId: number): Promise<void> {
  // Beyond eggs and larvae: only stages whose way to the next has a model; most species have none.
  const later = timedLater(await speciesBook(c.trx, c.site.id));
  const timed = later.length > 0 ? ` OR (t.species, h.stage) IN (${later.map(() => '(?, ?)').join(', ')})` : '';
  await c.trx.raw(
    `INSERT INTO job (site_id, kind, subject, queued_at)
     SELECT DISTINCT h.site_id, 'predict', CAST(h.lot_id AS CHAR), ? FROM holding h JOIN unit u ON u.id = h.unit_id JOIN lot t ON t.id = h.lot_id
     WHERE h.site_id = ? AND h.number > 0 AND (h.station IN ('eggs', 'yolksac')${timed}) AND (u.sensor_id = ? OR (u.sensor_id IS NULL AND u.room_id = (SELECT room_id FROM sensor WHERE id = ?)))
     ON DUPLICATE KEY UPDATE queued_at = VALUES(queued_at), attempts = 0`,
    [c.now, c.site.id, ...later.flat(), sensorId, sensorId],
  );
}

export async function sensorOfUnit(c: Context, unitId: number): Promise<SensorRow> {
  const unit = await unitById(c, unitId);
  const row = unit.sensor_id
    ? await sensorById(c, unit.sensor_id)
    : await c
        .trx('sensor')
        .where({ room_id: unit.room_id, kind: 'temperature' })
        .orderBy('id')
        .first<SensorRow | undefined>();
  if (!row)
    throw new ActRefused(
      'noSensor',
      `${unit.name} is on no water that is measured.`,
      'unit',
      'Add a sensor to its room in set-up.',
    );
  return row;
}
