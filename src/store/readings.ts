import { localDay } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import type { Trx } from './connection';

export type NewReading = { at: number; value: number };
export type Added = {
  added: number;
  replaced: number;
  same: number;
  conflicts: { at: number; stored: number; given: number }[];
};

const DAY = 24 * HOUR_MS;
const CHUNK = 5000;

/**
 * Adds readings of one sensor and brings the roll-ups of the hours and days they fall into up to date. Instants that
 * are stored already count as the same, or as conflicts, which are kept or replaced as told. Of two readings for one
 * instant in the list the later counts.
 */
export async function addReadings(
  trx: Trx,
  sensor: { id: number; timeZone: string },
  rows: readonly NewReading[],
  origin: 'typed' | 'imported' | 'probe',
  onConflict: 'keep' | 'replace',
  /** The import that brings them, by which they can be taken back whole. */
  importId: string | null = null,
): Promise<Added> {
  if (rows.length === 0) return { added: 0, replaced: 0, same: 0, conflicts: [] };
  const list = sorted(rows);
  const from = list[0]!.at;
  const to = list.at(-1)!.at;
  const conflicts: Added['conflicts'] = [];
  let same = 0;
  let fresh: NewReading[] = list;
  const stored = await trx('reading')
    .where({ sensor_id: sensor.id })
    .whereBetween('at', [from, to])
    .select('at', 'value');
  if (stored.length > 0) {
    const known = new Map(stored.map((r) => [r.at, r.value]));
    fresh = list.filter((r) => {
      const before = known.get(r.at);
      if (before === undefined) return true;
      // The column keeps single precision: compare as it does.
      if (Math.abs(before - r.value) < 0.005) same += 1;
      else conflicts.push({ at: r.at, stored: before, given: r.value });
      return false;
    });
  }
  const write = async (some: readonly NewReading[], replace: boolean) => {
    for (let i = 0; i < some.length; i += CHUNK) {
      let values = '';
      for (let k = i; k < Math.min(some.length, i + CHUNK); k++)
        values += `${k > i ? ',' : ''}(${sensor.id},${some[k]!.at},${some[k]!.value},'${origin}',@import)`;
      await trx.raw(
        `INSERT INTO reading (sensor_id, \`at\`, value, origin, import_id) VALUES ${values}${replace ? ' ON DUPLICATE KEY UPDATE value = VALUES(value), origin = VALUES(origin), import_id = VALUES(import_id)' : ''}`,
      );
    }
  };
  // A variable, so that thousands of rows do not each name it.
  await trx.raw('SET @import = ?', [importId]);
  await write(fresh, false);
  const replaced = onConflict === 'replace' ? conflicts.map((x) => ({ at: x.at, value: x.given })) : [];
  if (importId !== null && replaced.length > 0)
    for (let i = 0; i < replaced.length; i += CHUNK)
      await trx.raw(
        'INSERT INTO reading_replaced (import_id, sensor_id, `at`, value, origin, earlier_import) SELECT ?, sensor_id, `at`, value, origin, import_id FROM reading WHERE sensor_id = ? AND `at` IN (?)',
        [importId, sensor.id, replaced.slice(i, i + CHUNK).map((r) => r.at)],
      );
  await write(replaced, true);
  const touched = fresh.length + replaced.length;
  if (touched > 0) {
    // What comes late into a stretch that was struck out is struck out too.
    const struck = await trx('reading_strike')
      .where({ sensor_id: sensor.id, undone_at: null })
      .where('from_at', '<', to + 1)
      .where('to_at', '>', from)
      .first('id');
    if (struck) await markStruck(trx, sensor, from, to);
    else if (replaced.length > 0) await rollUp(trx, sensor, from, to);
    else await addUp(trx, sensor, fresh);
  }
  return { added: fresh.length, replaced: replaced.length, same, conflicts: onConflict === 'replace' ? [] : conflicts };
}

/**
 * Takes an import back whole: what it added goes, what it replaced stands again, unless something else has since taken
 * that place. @returns how many readings went, and the span of time that they were of
 */
export async function removeImport(
  trx: Trx,
  sensor: { id: number; timeZone: string },
  importId: string,
): Promise<{ removed: number }> {
  const [[span]] = (await trx.raw(
    'SELECT MIN(`at`) AS first, MAX(`at`) AS last, COUNT(*) AS n FROM reading WHERE sensor_id = ? AND import_id = ?',
    [sensor.id, importId],
  )) as unknown as [[{ first: number | null; last: number | null; n: number }]];
  if (span.first === null || span.last === null) return { removed: 0 };
  await trx('reading').where({ sensor_id: sensor.id, import_id: importId }).delete();
  await trx.raw(
    'INSERT IGNORE INTO reading (sensor_id, `at`, value, origin, import_id) SELECT sensor_id, `at`, value, origin, earlier_import FROM reading_replaced WHERE import_id = ?',
    [importId],
  );
  await trx('reading_replaced').where({ import_id: importId }).delete();
  await markStruck(trx, sensor, span.first, span.last);
  return { removed: Number(span.n) };
}

/** Adds readings, in order and new to the table, to the roll-ups: what stood there is not read again. */
async function addUp(trx: Trx, sensor: { id: number; timeZone: string }, fresh: readonly NewReading[]): Promise<void> {
  type Sum = { start: number; n: number; sum: number; low: number; high: number };
  const hours: Sum[] = [];
  const days: Sum[] = [];
  const add = (list: Sum[], start: number, value: number) => {
    const last = list.at(-1);
    if (last?.start !== start) list.push({ start, n: 1, sum: value, low: value, high: value });
    else {
      last.n += 1;
      last.sum += value;
      last.low = Math.min(last.low, value);
      last.high = Math.max(last.high, value);
    }
  };
  let day = localDay(fresh[0]!.at, sensor.timeZone);
  for (const r of fresh) {
    if (r.at >= day.end) day = localDay(r.at, sensor.timeZone);
    // The column keeps single precision, and so do sums over it.
    const value = Math.fround(r.value);
    add(hours, r.at - (((r.at % HOUR_MS) + HOUR_MS) % HOUR_MS), value);
    add(days, day.start, value);
  }
  for (const [table, column, list] of [
    ['reading_hour', 'hour', hours],
    ['reading_day', 'day', days],
  ] as const)
    for (let i = 0; i < list.length; i += CHUNK)
      await trx.raw(
        `INSERT INTO ${table} (sensor_id, ${column}, n, sum, low, high) VALUES ${list
          .slice(i, i + CHUNK)
          .map((x) => `(${sensor.id},${x.start},${x.n},${x.sum},${x.low},${x.high})`)
          .join(',')}
         ON DUPLICATE KEY UPDATE n = n + VALUES(n), sum = sum + VALUES(sum), low = LEAST(low, VALUES(low)), high = GREATEST(high, VALUES(high))`,
      );
}

function sorted(rows: readonly NewReading[]): NewReading[] {
  let inOrder = true;
  for (let i = 1; i < rows.length; i++)
    if (rows[i]!.at <= rows[i - 1]!.at) {
      inOrder = false;
      break;
    }
  return inOrder ? [...rows] : [...new Map(rows.map((r) => [r.at, r])).values()].sort((a, b) => a.at - b.at);
}

/** Takes one reading out, and out of the roll-ups. */
export async function removeReading(
  trx: Trx,
  sensor: { id: number; timeZone: string },
  instant: number,
): Promise<void> {
  await trx('reading').where({ sensor_id: sensor.id, at: instant }).delete();
  await rollUp(trx, sensor, instant, instant);
}

/**
 * Brings what is struck out among the readings of [from, to] in line with the strikes in force, and the roll-ups with it.
 * @returns how many readings changed sides
 */
export async function markStruck(
  trx: Trx,
  sensor: { id: number; timeZone: string },
  from: number,
  to: number,
): Promise<number> {
  const [done] = (await trx.raw(
    `UPDATE reading r SET r.struck = NOT r.struck WHERE r.sensor_id = ? AND r.\`at\` >= ? AND r.\`at\` <= ?
       AND r.struck <> EXISTS (SELECT 1 FROM reading_strike s WHERE s.sensor_id = r.sensor_id AND s.undone_at IS NULL
                                AND s.from_at <= r.\`at\` AND s.to_at >= r.\`at\`)`,
    [sensor.id, from, to],
  )) as [{ affectedRows: number }];
  await rollUp(trx, sensor, from, to);
  return done.affectedRows;
}

/**
 * Recomputes the hourly and daily roll-ups of every hour and local day that meets [from, to], from the readings that are
 * not struck out; an hour or a day that has none left loses its row.
 */
export async function rollUp(
  trx: Trx,
  sensor: { id: number; timeZone: string },
  from: number,
  to: number,
): Promise<void> {
  const firstHour = Math.floor(from / HOUR_MS) * HOUR_MS;
  const hoursEnd = Math.floor(to / HOUR_MS) * HOUR_MS + HOUR_MS;
  await trx('reading_hour')
    .where({ sensor_id: sensor.id })
    .where('hour', '>=', firstHour)
    .where('hour', '<', hoursEnd)
    .delete();
  await trx('reading_day')
    .where({ sensor_id: sensor.id })
    .whereBetween('day', [localDay(from, sensor.timeZone).start, localDay(to, sensor.timeZone).start])
    .delete();
  await trx.raw(
    `INSERT INTO reading_hour (sensor_id, hour, n, sum, low, high)
     SELECT sensor_id, (\`at\` DIV ${HOUR_MS}) * ${HOUR_MS}, COUNT(*), SUM(value), MIN(value), MAX(value) FROM reading
     WHERE sensor_id = ? AND \`at\` >= ? AND \`at\` < ? AND NOT struck GROUP BY \`at\` DIV ${HOUR_MS}`,
    [sensor.id, firstHour, hoursEnd],
  );
  // Days without a reading have no row: what is gone through are the days that have some, however wide the span.
  const [[span]] = (await trx.raw(
    'SELECT MIN(`at`) AS first, MAX(`at`) AS last FROM reading WHERE sensor_id = ? AND `at` >= ? AND `at` <= ? AND NOT struck',
    [sensor.id, localDay(from, sensor.timeZone).start, localDay(to, sensor.timeZone).end - 1],
  )) as unknown as [[{ first: number | null; last: number | null }]];
  if (span.first === null || span.last === null) return;
  // Days of 24 hours in a row share one offset and go in one statement; a day of 23 or 25 goes alone.
  let run: { start: number; end: number } | null = null;
  const flush = async () => {
    if (!run) return;
    const length = run.end - run.start > DAY + HOUR_MS || run.end - run.start === DAY ? DAY : run.end - run.start;
    await trx.raw(
      `INSERT INTO reading_day (sensor_id, day, n, sum, low, high)
       SELECT sensor_id, ((\`at\` - ?) DIV ?) * ? + ?, COUNT(*), SUM(value), MIN(value), MAX(value) FROM reading
       WHERE sensor_id = ? AND \`at\` >= ? AND \`at\` < ? AND NOT struck GROUP BY (\`at\` - ?) DIV ?`,
      [run.start, length, length, run.start, sensor.id, run.start, run.end, run.start, length],
    );
    run = null;
  };
  let day = localDay(span.first, sensor.timeZone);
  while (day.start <= span.last) {
    const plain = day.end - day.start === DAY;
    if (plain && run) run.end = day.end;
    else {
      await flush();
      run = { ...day };
      if (!plain) await flush();
    }
    day = localDay(day.end, sensor.timeZone);
  }
  await flush();
}
