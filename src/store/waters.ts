import { type Coming, comingCourse, comingWords, type DayMean } from '@/core/development/coming';
import { LONGEST_MS } from '@/core/development/predict';
import { makeTimeline, type Point } from '@/core/development/timeline';
import { Water } from '@/core/development/water';
import { cleanHours, type Fault } from '@/core/readings/clean';
import { thresholds } from '@/core/thresholds';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import { fromJson } from './books/rows';
import type { Db } from './connection';

/** Days of daily means from which the water's own unsteadiness is taken as the doubt of the forecast. */
const UNSTEADY_DAYS = 14;

const SET = 'as set by the programme';

/** The water of a sensor as far as it was read and made ready: one for all that stand in it. */
export type SensorWater = {
  sensor: number;
  since: number;
  points: Point[];
  /** What is still to come: set points of a programme in force, else the water as it comes; none where it stays. */
  plan: Point[];
  /** How what is to come was foreseen. */
  foreseen: string;
  faults: Fault[];
  water: Water | null;
  /** The same with spikes and stuck hours left in; null where there are none. */
  uncleaned: Water | null;
  forecastSd: number;
};

/** Waters read once for all lots of a batch of work. */
export class Waters {
  private readonly known = new Map<number, SensorWater>();

  constructor(
    private readonly db: Db,
    private readonly now: number,
  ) {}

  /** The water of a sensor from `since` or earlier. */
  async of(sensor: number, since: number): Promise<SensorWater> {
    const before = this.known.get(sensor);
    if (before && before.since <= since) return before;
    const from = Math.min(since, await this.earliest(sensor));
    const hours = await hoursOf(this.db, sensor, from, this.now);
    const { kept, faults } = cleanHours(hours);
    const set = ahead(await runningPlan(this.db, sensor), this.now);
    const coming = set.length > 0 ? null : comingCourse(await daysOf(this.db, sensor, this.now), this.now);
    const plan = set.length > 0 ? set : coming?.how === 'lastYear' ? coming.points : [];
    const line = (points: readonly Point[]) =>
      points.length === 0 && plan.length === 0
        ? null
        : new Water(makeTimeline(points, plan, from, Math.max(from, this.now) + LONGEST_MS));
    const water: SensorWater = {
      sensor,
      since: from,
      points: kept,
      plan,
      foreseen: coming ? comingWords(coming, kept.at(-1)?.celsius ?? null) : set.length > 0 ? SET : '',
      faults,
      water: line(kept),
      uncleaned: faults.some((f) => f.kind !== 'gap') ? line(hours) : null,
      forecastSd: set.length > 0 ? thresholds.programmeSd.value : doubtOf(coming, kept, this.now),
    };
    this.known.set(sensor, water);
    return water;
  }

  /** Oldest fertilisation of what stands on a sensor now: its water is then read once for all of them. */
  private async earliest(sensor: number): Promise<number> {
    const row = await this.db('holding as h')
      .join('unit as u', 'u.id', 'h.unit_id')
      .join('lot as t', 't.id', 'h.lot_id')
      // By its site, what stands is found in the index; without, all lots of all years are read.
      .join('sensor as w', 'w.site_id', 'h.site_id')
      .where('w.id', sensor)
      .where('h.number', '>', 0)
      .whereNot('h.station', 'fingerlings')
      .whereRaw(`${SENSOR_OF_UNIT} = ?`, [sensor])
      .min('t.fertilised_at as at')
      .first<{ at: number | null }>();
    return row.at ?? Number.POSITIVE_INFINITY;
  }
}

/** Doubt of the water to come, as a lasting offset: what the same way of foreseeing strayed by, and what it stirs by itself. */
function doubtOf(coming: Coming | null, kept: readonly Point[], now: number): number {
  const strayed = coming?.strayed ?? 0;
  return coming?.how === 'lastYear'
    ? Math.max(thresholds.leastForecastSd.value, strayed)
    : Math.max(unsteadiness(kept, now), strayed);
}

/** Set points of the programme in force on a sensor's water; none where there is no such. */
export async function runningPlan(db: Db, sensor: number): Promise<Point[]> {
  const row = await db('programme').where({ sensor_id: sensor, ended_at: null }).orderBy('id', 'desc').first('points');
  return row ? fromJson<Point[]>(row.points) : [];
}

/** What of a plan is still to come, beginning with what is set now. */
function ahead(plan: readonly Point[], now: number): Point[] {
  const next = plan.findIndex((p) => p.at > now);
  if (next < 0) return [];
  if (next === 0) return [...plan];
  const [a, b] = [plan[next - 1]!, plan[next]!];
  return [
    { at: now, celsius: a.celsius + ((b.celsius - a.celsius) * (now - a.at)) / (b.at - a.at) },
    ...plan.slice(next),
  ];
}

/** The temperature sensor of a unit's water: its own, else the first of its room. For queries over `unit as u`. */
export const SENSOR_OF_UNIT =
  "COALESCE(u.sensor_id, (SELECT MIN(s.id) FROM sensor s WHERE s.room_id = u.room_id AND s.kind = 'temperature'))";

/** Days behind today that a forecast by last year's course looks at. */
const REMEMBERED = 440;

/** Daily means of a sensor over more than a year, those of today so far included. */
export async function daysOf(db: Db, sensor: number, now: number): Promise<DayMean[]> {
  return await db('reading_day')
    .where({ sensor_id: sensor })
    .where('day', '>', now - REMEMBERED * DAY_MS)
    .where('day', '<=', now)
    .orderBy('day')
    .select('day', db.raw('sum / n AS mean'));
}

/** Hourly means of a sensor up to now, each at the middle of its hour; where there are none the last reading before. */
export async function hoursOf(db: Db, sensor: number, from: number, to: number) {
  const rows = await db('reading_hour')
    .where({ sensor_id: sensor })
    .where('hour', '>', from - HOUR_MS)
    .where('hour', '<=', to)
    .orderBy('hour')
    .select('hour', 'n', 'sum', 'low', 'high');
  if (rows.length > 0)
    return rows.map((r) => ({ at: r.hour + HOUR_MS / 2, celsius: r.sum / r.n, low: r.low, high: r.high }));
  const before = await db('reading_hour')
    .where({ sensor_id: sensor })
    .where('hour', '<=', to)
    .orderBy('hour', 'desc')
    .first('hour', 'n', 'sum');
  if (!before) return [];
  const celsius = before.sum / before.n;
  return [{ at: before.hour + HOUR_MS / 2, celsius, low: celsius, high: celsius }];
}

/** Standard deviation of the last daily means: how far this water strays from where it is. */
function unsteadiness(points: readonly Point[], now: number): number {
  const days = new Map<number, { n: number; sum: number }>();
  for (let i = points.length - 1; i >= 0 && points[i]!.at >= now - UNSTEADY_DAYS * DAY_MS; i--) {
    const key = Math.floor(points[i]!.at / DAY_MS);
    const d = days.get(key) ?? { n: 0, sum: 0 };
    days.set(key, { n: d.n + 1, sum: d.sum + points[i]!.celsius });
  }
  const means = [...days.values()].map((d) => d.sum / d.n);
  if (means.length < 3) return thresholds.forecastSd.value;
  const mean = means.reduce((s, v) => s + v, 0) / means.length;
  return Math.max(
    thresholds.leastForecastSd.value,
    Math.sqrt(means.reduce((s, v) => s + (v - mean) ** 2, 0) / (means.length - 1)),
  );
}
