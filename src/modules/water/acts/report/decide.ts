import { sensorKinds } from '@/core/readings/sensorKinds';
import { localDay } from '@/core/time/localDay';
import { type Context, decides } from '@/server/context';
import { earliest, latest } from '@/server/payload';
import { addReadings, type NewReading } from '@/store/readings';
import { predictAllOn, type SensorRow } from '../../sensors';
import { reportReadings } from './act';

export const decision = decides(reportReadings, async (c, p) => {
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
});

/** Clocks of probes run ahead: by so much without a word, by so much corrected and counted. */
const AHEAD_MS = 2 * 60_000;

const CORRECTED_MS = 30 * 60_000;

type Reason = 'unknown' | 'value' | 'clock' | 'ahead';

/** What was left out, or corrected, of what probes sent: counted by sensor, reason and day, with the last of them. */
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
