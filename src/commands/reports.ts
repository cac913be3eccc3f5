import { z } from 'zod';
import { sensorKinds } from '@/core/readings/sensorKinds';
import { addReadings, type NewReading } from '@/store/readings';
import { defineCommand } from './define';
import { predictAllOn, type SensorRow } from './readings';
import { CommandRefused } from './refused';

/** Clocks of probes run ahead: so much of the future is taken as now. */
const AHEAD_MS = 2 * 60_000;
const MOST = 20_000;

/**
 * Readings as probes report them, by the name of the sensor: late, doubled and out of order as they come. What is typed
 * or stored for an instant stays; values that are no reading of such a sensor, unknown sensors and times that have not
 * come are left out and counted. It makes no entry of the ledger.
 */
export const reportReadings = defineCommand({
  type: 'readings.report',
  roles: ['manager', 'culturist'],
  schema: z.object({
    readings: z
      .array(z.object({ sensor: z.string().max(40), at: z.number().int(), value: z.number() }))
      .min(1, 'is empty')
      .max(MOST, `at most ${MOST} at once`),
  }),
  async handle(c, p) {
    const sensors = (await c.trx('sensor').where({ site_id: c.site.id })) as SensorRow[];
    const byName = new Map(sensors.map((s) => [s.name, s]));
    const bySensor = new Map<number, NewReading[]>();
    const unknown = new Set<string>();
    let impossible = 0;
    let future = 0;
    for (const r of p.readings) {
      const sensor = byName.get(r.sensor);
      if (!sensor) {
        unknown.add(r.sensor);
        continue;
      }
      const kind = sensorKinds[sensor.kind];
      if (r.value < kind.low || r.value > kind.high) impossible += 1;
      else if (r.at > c.now + AHEAD_MS || r.at < Date.UTC(1950, 0, 1)) future += 1;
      else {
        const list = bySensor.get(sensor.id) ?? bySensor.set(sensor.id, []).get(sensor.id)!;
        list.push({ at: Math.min(r.at, c.now), value: r.value });
      }
    }
    const sum = { added: 0, same: 0, kept: 0, impossible, future, unknown: [...unknown].slice(0, 20) };
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
