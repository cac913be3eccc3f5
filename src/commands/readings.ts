import { z } from 'zod';
import { parseLogger } from '@/core/readings/parseLogger';
import { type SensorKind, sensorKinds } from '@/core/readings/sensorKinds';
import { clock, dayMonth } from '@/core/time/localDay';
import { addReadings } from '@/store/readings';
import { type Context, defineCommand } from './define';
import { CommandRefused } from './refused';
import { unitById } from './standing';
import { eventFields, eventOf } from './when';

/** A temperature read by eye and typed: for a unit (then of the water it is on), a room, or a sensor. */
export const recordTemperature = defineCommand({
  type: 'temperature.record',
  roles: ['manager', 'culturist', 'hand'],
  schema: z
    .object({
      ...eventFields,
      unit: z.number().int().optional(),
      sensor: z.number().int().optional(),
      celsius: z
        .number()
        .min(-3, 'is colder than water gets')
        .max(45, 'is hotter than any of this water: typed in another unit?'),
    })
    .refine((p) => (p.unit === undefined) !== (p.sensor === undefined), {
      path: ['sensor'],
      error: 'name a unit or a sensor',
    }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const sensor = p.sensor !== undefined ? await sensorById(c, p.sensor) : await sensorOfUnit(c, p.unit!);
    if (sensor.kind !== 'temperature')
      throw new CommandRefused(
        'sensorKind',
        `${sensor.name} measures ${sensorKinds[sensor.kind].word}.`,
        'sensor',
        'Choose a sensor of temperature.',
      );
    const before = (await c
      .trx('reading')
      .where({ sensor_id: sensor.id })
      .where('at', '<', event.at)
      .orderBy('at', 'desc')
      .first('value', 'at')) as { value: number; at: number } | undefined;
    const { seqs } = await c.record([
      { kind: 'temperature', ...event, replacesSeq: c.replacing?.seq, intent: p, acts: [] },
    ]);
    await addReadings(
      c.trx,
      { id: sensor.id, timeZone: c.site.timeZone },
      [{ at: event.at, value: p.celsius }],
      'typed',
      'replace',
    );
    await c
      .trx('observation')
      .insert({ entry_seq: seqs[0]!, unit_id: p.unit ?? null, kind: 'temperature', at: event.at, value: p.celsius });
    await predictAllOn(c, sensor.id);
    const step = before && event.at - before.at < 86_400_000 ? p.celsius - before.value : 0;
    return { sensor: sensor.name, celsius: p.celsius, step };
  },
});

/** One reading by eye of what is not a temperature: oxygen, pH, flow. */
export const recordReading = defineCommand({
  type: 'reading.record',
  roles: ['manager', 'culturist', 'hand'],
  schema: z.object({ ...eventFields, sensor: z.number().int(), value: z.number() }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const sensor = await sensorById(c, p.sensor);
    const kind = sensorKinds[sensor.kind];
    if (p.value < kind.low || p.value > kind.high)
      throw new CommandRefused(
        'range',
        `${p.value} ${kind.unit} is no ${kind.word} of water.`,
        'value',
        `It lies between ${kind.low} and ${kind.high} ${kind.unit}: check the unit and the probe.`,
      );
    const { seqs } = await c.record([
      {
        kind: 'reading',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: { ...p, sensorName: sensor.name, unitName: kind.unit },
        acts: [],
      },
    ]);
    await addReadings(
      c.trx,
      { id: sensor.id, timeZone: c.site.timeZone },
      [{ at: event.at, value: p.value }],
      'typed',
      'replace',
    );
    await c.trx('observation').insert({ entry_seq: seqs[0]!, kind: sensor.kind, at: event.at, value: p.value });
    if (sensor.kind === 'temperature') await predictAllOn(c, sensor.id);
    return { sensor: sensor.name, value: p.value };
  },
});

export type SensorRow = { id: number; room_id: number; name: string; kind: SensorKind };

async function sensorById(c: Context, id: number): Promise<SensorRow> {
  const row = (await c.trx('sensor').where({ id, site_id: c.site.id }).first()) as SensorRow | undefined;
  if (!row) throw new CommandRefused('noSensor', 'There is no such sensor.', 'sensor');
  return row;
}

async function sensorOfUnit(c: Context, unitId: number): Promise<SensorRow> {
  const unit = await unitById(c, unitId);
  const row = unit.sensor_id
    ? await sensorById(c, unit.sensor_id)
    : ((await c.trx('sensor').where({ room_id: unit.room_id, kind: 'temperature' }).orderBy('id').first()) as
        | SensorRow
        | undefined);
  if (!row)
    throw new CommandRefused(
      'noSensor',
      `${unit.name} is on no water that is measured.`,
      'unit',
      'Add a sensor to its room in set-up.',
    );
  return row;
}

/** Everything that lives on a sensor's water gets its dates worked anew. */
export async function predictAllOn(c: Context, sensorId: number): Promise<void> {
  await c.trx.raw(
    `INSERT INTO job (site_id, kind, subject, queued_at)
     SELECT DISTINCT h.site_id, 'predict', CAST(h.lot_id AS CHAR), ? FROM holding h JOIN unit u ON u.id = h.unit_id
     WHERE h.number > 0 AND h.stage IN ('egg', 'yolksac') AND (u.sensor_id = ? OR (u.sensor_id IS NULL AND u.room_id = (SELECT room_id FROM sensor WHERE id = ?)))
     ON DUPLICATE KEY UPDATE queued_at = VALUES(queued_at), attempts = 0`,
    [c.now, sensorId, sensorId],
  );
}

/**
 * A logger's file. The same file twice adds nothing; with one row changed, only that row matters: new instants are
 * added, values that contradict stored ones are shown and left alone unless `conflicts` says to take the file's.
 */
export const importReadings = defineCommand({
  type: 'readings.import',
  roles: ['manager', 'culturist'],
  schema: z.object({
    sensor: z.number().int(),
    fileName: z.string().max(200).default(''),
    text: z.string().min(1, 'is empty').max(80_000_000, 'is larger than 80 MB: split the file'),
    dateOrder: z.enum(['dmy', 'mdy']).optional(),
    unit: z.enum(['C', 'F']).optional(),
    conflicts: z.enum(['keep', 'replace']).default('keep'),
  }),
  async handle(c, p) {
    const sensor = await sensorById(c, p.sensor);
    let file: ReturnType<typeof parseLogger>;
    try {
      file = parseLogger(p.text, {
        timeZone: c.site.timeZone,
        kind: sensor.kind,
        dateOrder: p.dateOrder,
        unit: p.unit,
      });
    } catch (e) {
      if (e instanceof RangeError)
        throw new CommandRefused(
          'file',
          `This file cannot be read: ${e.message}.`,
          'text',
          `Each line needs a time and a value of ${sensorKinds[sensor.kind].word}.`,
        );
      throw e;
    }
    if (file.ambiguousDates)
      throw new CommandRefused(
        'dates',
        'The dates of this file can be read day first or month first.',
        'dateOrder',
        'Say which.',
        {
          field: 'dateOrder',
          choices: [
            { value: 'dmy', label: 'Day first' },
            { value: 'mdy', label: 'Month first' },
          ],
        },
      );
    const rows = file.rows.filter((r) => r.at <= c.now);
    const future = file.rows.length - rows.length;
    if (rows.length === 0)
      throw new CommandRefused(
        'file',
        future > 0 ? 'All times of this file lie in the future.' : 'No line of this file could be read.',
        'text',
        file.problems[0] ? `Line ${file.problems[0].line}: ${file.problems[0].why}.` : 'Check the file.',
      );
    const done = await addReadings(c.trx, { id: sensor.id, timeZone: c.site.timeZone }, rows, 'imported', p.conflicts);
    const first = rows.reduce((t, r) => Math.min(t, r.at), Number.POSITIVE_INFINITY);
    const last = rows.reduce((t, r) => Math.max(t, r.at), 0);
    const { text: _, ...rest } = p;
    await c.record([
      {
        kind: 'import',
        at: c.now,
        precision: 'minute',
        measuredBy: sensor.name,
        intent: { ...rest, rows: rows.length, added: done.added },
        acts: [],
      },
    ]);
    if (sensor.kind === 'temperature' && done.added + done.replaced > 0) await predictAllOn(c, sensor.id);
    const said = (t: number) => `${dayMonth(t, c.site.timeZone)} ${clock(t, c.site.timeZone)}`;
    return {
      sensor: sensor.name,
      ...done,
      conflicts: done.conflicts.slice(0, 50).map((x) => ({ ...x, when: said(x.at) })),
      conflictCount: done.conflicts.length,
      problems: file.problems.slice(0, 50),
      problemCount: file.problems.length,
      future,
      from: said(first),
      to: said(last),
      understood: file.understood,
    };
  },
});
