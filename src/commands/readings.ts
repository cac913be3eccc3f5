import { z } from 'zod';
import { ownRules } from '@/core/ownRules';
import { decimals, grouped, plain } from '@/core/quantities/format';
import { LARGEST_FILE } from '@/core/readings/decodeText';
import { parseLogger } from '@/core/readings/parseLogger';
import { type SensorKind, sensorKinds } from '@/core/readings/sensorKinds';
import { clock, dayMonth } from '@/core/time/localDay';
import { fromJson } from '@/store/books/rows';
import { addReadings, removeImport, removeReading } from '@/store/readings';
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
    const stood = await typeReading(c, sensor, event.at, p.celsius);
    await c.record([
      {
        kind: 'temperature',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: { ...p, readOn: sensor.id, stood },
        acts: [],
        observations: [{ kind: 'temperature', unit_id: p.unit ?? null, value: p.celsius }],
      },
    ]);
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
        `${plain(p.value)} ${kind.unit} is no ${kind.word} of water.`,
        'value',
        `It lies between ${plain(kind.low)} and ${plain(kind.high)} ${kind.unit}: check the unit and the probe.`,
      );
    const stood = await typeReading(c, sensor, event.at, p.value);
    await c.record([
      {
        kind: 'reading',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: { ...p, sensorName: sensor.name, unitName: kind.unit, readOn: sensor.id, stood },
        acts: [],
        observations: [{ kind: sensor.kind, value: p.value }],
      },
    ]);
    if (sensor.kind === 'temperature') await predictAllOn(c, sensor.id);
    return { sensor: sensor.name, value: p.value };
  },
});

/** What a typed reading took the place of: kept with its entry, so that taking the entry back puts it back. */
type Stood = { value: number; origin: 'typed' | 'imported' | 'probe' } | null;

async function typeReading(c: Context, sensor: SensorRow, at: number, value: number): Promise<Stood> {
  const stood = (await c.trx('reading').where({ sensor_id: sensor.id, at }).first('value', 'origin')) as
    | NonNullable<Stood>
    | undefined;
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
  if (entry.kind !== 'temperature' && entry.kind !== 'reading') return;
  type Typed = { celsius?: number; value?: number; readOn?: number; sensor?: number; unit?: number; stood?: Stood };
  const intent = fromJson<Typed>(entry.intent);
  const sensorOf = (i: Typed) => i.readOn ?? i.sensor;
  const sensor =
    sensorOf(intent) !== undefined ? await sensorById(c, sensorOf(intent)!) : await sensorOfUnit(c, intent.unit!);
  const typed = (await c
    .trx('entry as e')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .where({ 'e.site_id': c.site.id, 'e.at': entry.at })
    .whereIn('e.kind', ['temperature', 'reading'])
    .orderBy('e.seq')
    .select('e.seq', 'e.intent', 'v.seq as voided')) as { seq: number; intent: string; voided: number | null }[];
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
     WHERE h.site_id = ? AND h.number > 0 AND h.stage IN ('egg', 'yolksac') AND (u.sensor_id = ? OR (u.sensor_id IS NULL AND u.room_id = (SELECT room_id FROM sensor WHERE id = ?)))
     ON DUPLICATE KEY UPDATE queued_at = VALUES(queued_at), attempts = 0`,
    [c.now, c.site.id, sensorId, sensorId],
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
    text: z.string().min(1, 'is empty').max(LARGEST_FILE, 'is larger than 25 MB: split the file'),
    dateOrder: z.enum(['dmy', 'mdy']).optional(),
    clock: z.enum(['local', 'winter']).optional(),
    unit: z.enum(['C', 'F']).optional(),
    conflicts: z.enum(['keep', 'replace']).default('keep'),
    /** Which column holds the values, where several could. */
    column: z.coerce.number().int().min(0).max(500).optional(),
    /** `show`: say what was understood before anything is written; `seen`: it was looked at. */
    preview: z.enum(['show', 'seen']).optional(),
    /** They lie far off what is known of this water, and are right. */
    odd: z.literal('meant').optional(),
  }),
  async handle(c, p) {
    const sensor = await sensorById(c, p.sensor);
    let file: ReturnType<typeof parseLogger>;
    try {
      file = parseLogger(p.text, {
        timeZone: c.site.timeZone,
        kind: sensor.kind,
        dateOrder: p.dateOrder,
        clock: p.clock,
        unit: p.unit,
        valueColumn: p.column,
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
    if (file.columns.length > 0)
      throw new CommandRefused(
        'column',
        `${file.columns.length} columns of this file could be ${sensorKinds[sensor.kind].word}.`,
        'column',
        'Say which.',
        {
          field: 'column',
          choices: file.columns.map((x) => ({
            value: String(x.column),
            label: x.header || `column ${x.column + 1}`,
            why: `${x.first.join(', ')} …`,
          })),
        },
      );
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
    if (file.skipped > 0 && !p.clock)
      throw new CommandRefused(
        'clock',
        `${grouped(file.skipped)} ${file.skipped === 1 ? 'line has a time' : 'lines have times'} that no clock here showed: clocks went forward over it.`,
        'clock',
        'Say how the logger’s clock runs.',
        {
          field: 'clock',
          choices: [
            { value: 'winter', label: 'It keeps winter time all year', why: 'all its times are read so' },
            { value: 'local', label: 'It follows local time', why: 'those lines are left out' },
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
    const said = (t: number) => `${dayMonth(t, c.site.timeZone, c.now)} ${clock(t, c.site.timeZone)}`;
    await mustBeOfThisWater(c, sensor, rows, p.odd);
    if (p.preview === 'show') throw previewOf(sensor, file, rows, said);
    const done = await addReadings(
      c.trx,
      { id: sensor.id, timeZone: c.site.timeZone },
      rows,
      'imported',
      p.conflicts,
      c.commandId,
    );
    const first = rows.reduce((t, r) => Math.min(t, r.at), Number.POSITIVE_INFINITY);
    const last = rows.reduce((t, r) => Math.max(t, r.at), 0);
    const { text: _, ...rest } = p;
    await c.record([
      {
        kind: 'import',
        at: c.now,
        precision: 'minute',
        measuredBy: sensor.name,
        intent: { ...rest, rows: rows.length, added: done.added, importId: c.commandId, readOn: sensor.id },
        acts: [],
      },
    ]);
    if (sensor.kind === 'temperature' && done.added + done.replaced > 0) await predictAllOn(c, sensor.id);
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

/** What was understood of a file, told before anything is written. */
function previewOf(
  sensor: SensorRow,
  file: ReturnType<typeof parseLogger>,
  rows: readonly { at: number; value: number }[],
  said: (t: number) => string,
): CommandRefused {
  const { unit, word } = sensorKinds[sensor.kind];
  const { header, timeColumns, valueColumn } = file.understood;
  const named = (c: number) => (header?.[c] ? `“${header[c]}”` : `column ${c + 1}`);
  const values = rows.map((r) => r.value);
  const [low, high] = values.reduce(([a, b], v) => [Math.min(a, v), Math.max(b, v)], [values[0]!, values[0]!]);
  const read = file.understood.unit === 'F' ? ' (read as °F and turned into °C)' : '';
  const ten = rows
    .slice(0, 10)
    .map((r) => `${said(r.at)} ${decimals(r.value, 2)}`)
    .join('; ');
  const left =
    file.problems.length > 0 ? ` ${grouped(file.problems.length)} lines cannot be read and are left out.` : '';
  return new CommandRefused(
    'preview',
    `Time from ${timeColumns.map(named).join(' and ')}, ${word} from ${named(valueColumn)}${read}: ${grouped(rows.length)} readings, ${said(Math.min(...bounds(rows)))} to ${said(Math.max(...bounds(rows)))}, ${decimals(low, 1)} to ${decimals(high, 1)} ${unit}.${left}`,
    'text',
    `The first: ${ten}.`,
    { field: 'preview', choices: [{ value: 'seen', label: `That is right: import them into ${sensor.name}` }] },
  );
}

const bounds = (rows: readonly { at: number }[]) => [
  rows.reduce((t, r) => Math.min(t, r.at), Number.POSITIVE_INFINITY),
  rows.reduce((t, r) => Math.max(t, r.at), Number.NEGATIVE_INFINITY),
];

/** The file's middle held against the readings of the days around it; asked about where they lie far apart. */
async function mustBeOfThisWater(
  c: Context,
  sensor: SensorRow,
  rows: readonly { at: number; value: number }[],
  odd: 'meant' | undefined,
): Promise<void> {
  if (odd || sensor.kind !== 'temperature') return;
  const [first, last] = bounds(rows) as [number, number];
  const around = (await c
    .trx('reading_day')
    .where({ sensor_id: sensor.id })
    .whereBetween('day', [first - 5 * 86_400_000, last + 5 * 86_400_000])
    .select(c.trx.raw('sum / n AS mean'))) as unknown as { mean: number }[];
  if (around.length === 0) return;
  const middle = (list: number[]) => list.sort((a, b) => a - b)[list.length >> 1]!;
  const [known, given] = [middle(around.map((r) => Number(r.mean))), middle(rows.map((r) => r.value))];
  if (Math.abs(known - given) <= ownRules.farCelsius.value) return;
  throw new CommandRefused(
    'odd',
    `The middle of this file is ${decimals(given, 1)} °C; the days around it were at ${decimals(known, 1)} °C in ${sensor.name}.`,
    'text',
    'Is it of this water, and of this column?',
    { field: 'odd', choices: [{ value: 'meant', label: 'It is of this water, and right' }] },
  );
}

/** The readings that an imported file brought, when the import is taken back. */
export async function takeBackImport(c: Context, entry: { kind: string; intent: string }): Promise<void> {
  if (entry.kind !== 'import') return;
  const { importId, readOn } = fromJson<{ importId?: string; readOn?: number }>(entry.intent);
  if (!importId || readOn === undefined)
    throw new CommandRefused(
      'import',
      'This file was read in by an earlier version, which did not keep which readings it brought.',
      'entryId',
      'Strike the stretch out, or read in the right file: where values differ, choose those of the file.',
    );
  const sensor = await sensorById(c, readOn);
  await removeImport(c.trx, { id: sensor.id, timeZone: c.site.timeZone }, importId);
  if (sensor.kind === 'temperature') await predictAllOn(c, sensor.id);
}
