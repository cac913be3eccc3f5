import { z } from 'zod';
import { plain } from '@/core/quantities/format';
import { sensorKinds } from '@/core/readings/sensorKinds';
import { localDay } from '@/core/time/localDay';
import { addReadings, type NewReading } from '@/store/readings';
import { type Context, defineCommand } from './define';
import { earliest, latest } from './payload';
import { predictAllOn, type SensorRow } from './readings';
import { CommandRefused } from './refused';

/** Clocks of probes run ahead: by so much without a word, by so much put right and counted. */
const AHEAD_MS = 2 * 60_000;
const CORRECTED_MS = 30 * 60_000;
const MOST = 20_000;

/**
 * Readings as probes report them, by the name of the sensor: late, doubled and out of order as they come. What is typed
 * or stored for an instant stays; values that are no reading of such a sensor, unknown sensors and times that have not
 * come are left out; a clock that is ahead by minutes is put right. All that is counted by sensor and reason, and shown. It makes no entry of the ledger.
 */
export const reportReadings = defineCommand({
  type: 'readings.report',
  roles: ['manager', 'culturist'],
  schema: z.object({
    readings: z
      .array(z.object({ sensor: z.string().max(40), at: z.number().int(), value: z.number() }))
      .min(1, 'is empty')
      .max(MOST, `at most ${plain(MOST)} at once`),
  }),
  async handle(c, p) {
    const sensors = (await c.trx('sensor').where({ site_id: c.site.id })) as SensorRow[];
    // Names as people write them: their letters' case makes no other sensor.
    const byName = new Map(sensors.map((s) => [s.name.normalize('NFKC').trim().toLowerCase(), s]));
    const bySensor = new Map<number, NewReading[]>();
    const unknown = new Set<string>();
    const leftOut = new LeftOut();
    let [impossible, future, corrected] = [0, 0, 0];
    for (const r of p.readings) {
      const sensor = byName.get(r.sensor.normalize('NFKC').trim().toLowerCase());
      if (!sensor) {
        unknown.add(r.sensor);
        leftOut.add(r.sensor, 'unknown', r);
        continue;
      }
      const kind = sensorKinds[sensor.kind];
      if (r.value < kind.low || r.value > kind.high) {
        impossible += 1;
        leftOut.add(sensor.name, 'value', r);
      } else if (r.at > c.now + CORRECTED_MS || r.at < earliest(c.now)) {
        future += 1;
        leftOut.add(sensor.name, 'clock', r);
      } else {
        const list = bySensor.get(sensor.id) ?? bySensor.set(sensor.id, []).get(sensor.id)!;
        list.push({ at: r.at, value: r.value });
      }
    }
    for (const [id, rows] of bySensor) {
      const ahead = rows.reduce((m, r) => Math.max(m, r.at), Number.NEGATIVE_INFINITY) - c.now;
      if (ahead <= 0) continue;
      // The newest is of now: the probe's clock is put back by what it is ahead, for all that it sent with it.
      for (const r of rows) r.at -= ahead;
      if (ahead <= AHEAD_MS) continue;
      corrected += rows.length;
      const { name } = sensors.find((s) => s.id === id)!;
      for (const r of rows) leftOut.add(name, 'ahead', { at: r.at, value: r.value });
    }
    const sum = { added: 0, same: 0, kept: 0, impossible, future, corrected, unknown: [...unknown].slice(0, 20) };
    await leftOut.keep(c);
    // All at once: the next sensor's rows are written out here while the database stores those of the one before.
    await Promise.all(
      [...bySensor].map(async ([id, rows]) => {
        const done = await addReadings(c.trx, { id, timeZone: c.site.timeZone }, rows, 'probe', 'keep');
        sum.added += done.added;
        sum.same += done.same;
        sum.kept += done.conflicts.length;
        if (done.added > 0 && sensors.find((s) => s.id === id)!.kind === 'temperature') await predictAllOn(c, id);
      }),
    );
    return sum;
  },
});

type Reason = 'unknown' | 'value' | 'clock' | 'ahead';

/** What was left out, or put right, of what probes sent: counted by sensor, reason and day, with the last of them. */
class LeftOut {
  private readonly found = new Map<string, { sensor: string; reason: Reason; n: number; at: number; value: number }>();

  add(sensor: string, reason: Reason, r: { at: number; value: number }): void {
    const key = `${sensor}\n${reason}`;
    const known = this.found.get(key) ?? { sensor: sensor.slice(0, 40), reason, n: 0, at: 0, value: 0 };
    this.found.set(key, { ...known, n: known.n + 1, at: r.at, value: r.value });
  }

  async keep(c: Context): Promise<void> {
    if (this.found.size === 0) return;
    const day = localDay(c.now, c.site.timeZone).start;
    for (const f of [...this.found.values()].slice(0, 100))
      await c.trx.raw(
        `INSERT INTO reading_left_out (site_id, day, sensor, reason, n, last_at, last_value) VALUES (?, ?, ?, ?, ?, ?, ?)
         ON DUPLICATE KEY UPDATE n = n + VALUES(n), last_at = VALUES(last_at), last_value = VALUES(last_value)`,
        [c.site.id, day, f.sensor, f.reason, f.n, Math.max(earliest(c.now), Math.min(latest(c.now), f.at)), f.value],
      );
  }
}

/** A key by which a device may report readings, and nothing else. Only its hash is kept. */
export const makeToken = defineCommand({
  type: 'token.make',
  roles: ['manager'],
  schema: z.object({
    name: z.string().trim().min(1, 'needs a name').max(60, 'is too long'),
    hash: z.string().regex(/^[0-9a-f]{64}$/, 'is no hash'),
  }),
  async handle(c, p) {
    if (await c.trx('device_token').where({ site_id: c.site.id, name: p.name }).first('id'))
      throw new CommandRefused('name', `There is a key named ${p.name} already.`, 'name', 'Choose another name.');
    const [id] = (await c.trx('device_token').insert({
      site_id: c.site.id,
      name: p.name,
      token_hash: p.hash,
      made_by: c.actor.id,
      made_at: c.now,
    })) as [number];
    return { id, name: p.name };
  },
});

export const revokeToken = defineCommand({
  type: 'token.revoke',
  roles: ['manager'],
  schema: z.object({ token: z.number().int() }),
  async handle(c, p) {
    const n = await c
      .trx('device_token')
      .where({ id: p.token, site_id: c.site.id, revoked_at: null })
      .update({ revoked_at: c.now });
    if (n === 0) throw new CommandRefused('noToken', 'That key is not in use.', 'token');
    return {};
  },
});

/** Somebody has seen an alarm and sees to it; the alarm itself ends when the water does. */
export const seeAlarm = defineCommand({
  type: 'alarm.see',
  roles: ['manager', 'culturist', 'hand'],
  schema: z.object({ alarm: z.number().int(), found: z.string().trim().max(400, 'is too long').default('') }),
  async handle(c, p) {
    const row = (await c.trx('alarm').where({ id: p.alarm, site_id: c.site.id }).first('id', 'seen_at')) as
      | { id: number; seen_at: number | null }
      | undefined;
    if (!row) throw new CommandRefused('noAlarm', 'There is no such alarm.', 'alarm');
    await c
      .trx('alarm')
      .where({ id: row.id })
      .update({ ...(row.seen_at === null ? { seen_by: c.actor.id, seen_at: c.now } : {}), found: p.found });
    return {};
  },
});
