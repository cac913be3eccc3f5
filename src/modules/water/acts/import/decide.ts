import { decimals, grouped } from '@/core/quantities/format';
import { parseLogger } from '@/core/readings/parseLogger';
import { sensorKinds } from '@/core/readings/sensorKinds';
import { thresholds } from '@/core/thresholds';
import { clock, dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, choose, decides } from '@/server/context';
import { type EntryRow, fromJson } from '@/store/books/rows';
import { addReadings, removeImport } from '@/store/readings';
import { predictAllOn, type SensorRow, sensorById } from '../../sensors';
import { importReadings, odd } from './act';

export const decision = decides(
  importReadings,
  async (c, p) => {
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
        throw new ActRefused(
          'file',
          `This file cannot be read: ${e.message}.`,
          'text',
          `Each line needs a time and a value of ${sensorKinds[sensor.kind].word}.`,
        );
      throw e;
    }
    if (file.columns.length > 0)
      choose(c, 'column', {
        message: `${file.columns.length} columns of this file could be ${sensorKinds[sensor.kind].word}.`,
        path: 'column',
        todo: 'Say which.',
        choices: file.columns.map((x) => ({
          value: String(x.column),
          label: x.header || `column ${x.column + 1}`,
          why: `${x.first.join(', ')} …`,
        })),
      });
    if (file.ambiguousDates)
      choose(c, 'dateOrder', {
        message: 'The dates of this file can be read day first or month first.',
        path: 'dateOrder',
        todo: 'Say which.',
        choices: [
          { value: 'dmy', label: 'Day first' },
          { value: 'mdy', label: 'Month first' },
        ],
      });
    if (file.skipped > 0 && !p.clock)
      choose(c, 'clock', {
        message: `${grouped(file.skipped)} ${file.skipped === 1 ? 'line has a time' : 'lines have times'} that no clock here showed: clocks went forward over it.`,
        path: 'clock',
        todo: 'Say how the logger’s clock runs.',
        choices: [
          { value: 'winter', label: 'It keeps winter time all year', why: 'all its times are read so' },
          { value: 'local', label: 'It follows local time', why: 'those lines are left out' },
        ],
      });
    const rows = file.rows.filter((r) => r.at <= c.now);
    const future = file.rows.length - rows.length;
    if (rows.length === 0)
      throw new ActRefused(
        'file',
        future > 0 ? 'All times of this file lie in the future.' : 'No line of this file could be read.',
        'text',
        file.problems[0] ? `Line ${file.problems[0].line}: ${file.problems[0].why}.` : 'Check the file.',
      );
    const said = (t: number) => `${dayMonth(t, c.site.timeZone, c.now)} ${clock(t, c.site.timeZone)}`;
    await mustBeOfThisWater(c, sensor, rows);
    if (p.preview === 'show') previewOf(c, sensor, file, rows, said);
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
  takeBackImport,
);

/** What was understood of a file, told before anything is written. */
function previewOf(
  c: Context,
  sensor: SensorRow,
  file: ReturnType<typeof parseLogger>,
  rows: readonly { at: number; value: number }[],
  said: (t: number) => string,
): never {
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
  choose(c, 'preview', {
    message: `Time from ${timeColumns.map(named).join(' and ')}, ${word} from ${named(valueColumn)}${read}: ${grouped(rows.length)} readings, ${said(Math.min(...bounds(rows)))} to ${said(Math.max(...bounds(rows)))}, ${decimals(low, 1)} to ${decimals(high, 1)} ${unit}.${left}`,
    path: 'text',
    todo: `The first: ${ten}.`,
    choices: [{ value: 'seen', label: `That is right: import them into ${sensor.name}` }],
  });
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
): Promise<void> {
  if (sensor.kind !== 'temperature') return;
  const [first, last] = bounds(rows) as [number, number];
  const around = await c
    .trx('reading_day')
    .where({ sensor_id: sensor.id })
    .whereBetween('day', [first - 5 * DAY_MS, last + 5 * DAY_MS])
    .select<{ mean: number }[]>(c.trx.raw('sum / n AS mean'));
  if (around.length === 0) return;
  const middle = (list: number[]) => list.sort((a, b) => a - b)[list.length >> 1]!;
  const [known, given] = [middle(around.map((r) => Number(r.mean))), middle(rows.map((r) => r.value))];
  if (Math.abs(known - given) <= thresholds.farCelsius.value) return;
  ask(c, odd, {
    message: `The middle of this file is ${decimals(given, 1)} °C; the days around it were at ${decimals(known, 1)} °C in ${sensor.name}.`,
    path: 'text',
    todo: 'Is it of this water, and of this column?',
    choices: [{ value: 'meant', label: 'It is of this water, and right' }],
  });
}

/** The readings that an imported file brought, when the import is taken back. */
async function takeBackImport(c: Context, entry: EntryRow): Promise<void> {
  const { importId, readOn } = fromJson<{ importId?: string; readOn?: number }>(entry.intent);
  if (!importId || readOn === undefined)
    throw new ActRefused(
      'import',
      'This file was read in by an earlier version, which did not keep which readings it brought.',
      'entryId',
      'Strike the stretch out, or read in the right file: where values differ, choose those of the file.',
    );
  const sensor = await sensorById(c, readOn);
  await removeImport(c.trx, { id: sensor.id, timeZone: c.site.timeZone }, importId);
  if (sensor.kind === 'temperature') await predictAllOn(c, sensor.id);
}
