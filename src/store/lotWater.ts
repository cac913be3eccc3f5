import { LONGEST_MS } from '@/core/development/predict';
import { DAY_MS as DAY, HOUR_MS as HOUR, makeTimeline, type Point, valueAt } from '@/core/development/timeline';
import { Water } from '@/core/development/water';
import type { Fault } from '@/core/readings/clean';
import type { Db } from './connection';
import { SENSOR_OF_UNIT, type SensorWater, Waters } from './waters';

/** A stretch of a lot's life in one water. */
export type Span = { sensor: number; from: number; to: number };

/** Which water a lot stood in and when, by the units that held it. */
export async function spansOf(db: Db, lotId: number, now: number): Promise<Span[]> {
  const rows = (await db('holding as h')
    .join('unit as u', 'u.id', 'h.unit_id')
    .where('h.lot_id', lotId)
    .whereNotNull('h.opened_at')
    .orderBy('h.opened_at')
    .select('h.opened_at', 'h.number', 'h.last_order_at', db.raw(`${SENSOR_OF_UNIT} AS sensor`))) as {
    opened_at: number;
    number: number;
    last_order_at: number;
    sensor: number | null;
  }[];
  return rows.flatMap((r) =>
    r.sensor === null
      ? []
      : [{ sensor: r.sensor, from: r.opened_at, to: r.number > 0 ? Math.max(now, r.last_order_at) : r.last_order_at }],
  );
}

export function mainSensor(spans: readonly Span[]): number | null {
  const lived = new Map<number, number>();
  for (const s of spans) lived.set(s.sensor, (lived.get(s.sensor) ?? 0) + s.to - s.from);
  return [...lived].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}

export type LotWater = Pick<
  SensorWater,
  'points' | 'plan' | 'foreseen' | 'faults' | 'water' | 'uncleaned' | 'forecastSd'
>;

/**
 * The water that eggs now on `sensor` have lived through: this sensor's own, shared with all that stand in it, where the
 * lot was nowhere else; else pieced together from the waters it stood in.
 */
export async function waterThrough(
  batch: { waters: Waters; now: number },
  spans: readonly Span[],
  sensor: number,
  from: number,
): Promise<LotWater> {
  const { now } = batch;
  const cuts = [...new Set([from, now, ...spans.flatMap((s) => [s.from, s.to])])]
    .filter((t) => t >= from && t <= now)
    .sort((a, b) => a - b);
  const pieces: Span[] = [];
  for (let i = 1; i < cuts.length; i++) {
    const [a, b] = [cuts[i - 1]!, cuts[i]!];
    const covering = spans.filter((s) => s.from < b && s.to > a);
    const chosen = covering.find((s) => s.sensor === sensor)?.sensor ?? covering[0]?.sensor ?? sensor;
    const last = pieces.at(-1);
    if (last && last.sensor === chosen) last.to = b;
    else pieces.push({ sensor: chosen, from: a, to: b });
  }
  const own = await batch.waters.of(sensor, from);
  if (pieces.every((p) => p.sensor === sensor)) return own;
  const points: Point[] = [];
  const faults: Fault[] = [];
  for (const p of pieces) {
    const w = await batch.waters.of(p.sensor, from);
    for (const q of w.points) if (q.at > p.from - HOUR / 2 && q.at <= p.to) points.push(q);
    for (const f of w.faults) if (f.to > p.from && f.from < p.to) faults.push(f);
  }
  const line = points.length > 0 ? points : own.points;
  const plan = own.plan.filter((p) => p.at > (line.at(-1)?.at ?? 0));
  return {
    points: line,
    plan,
    faults,
    water: line.length === 0 ? null : new Water(makeTimeline(line, plan, from, Math.max(from, now) + LONGEST_MS)),
    uncleaned: null,
    foreseen: own.foreseen,
    forecastSd: own.forecastSd,
  };
}

/** Degree-days above 0 °C, by which the trade states the age of eggs; read off the water, it is no clock of any species. */
const ABOVE_ZERO = { kind: 'degreeDays' as const, sum: 1, base: 0 };

/**
 * Degree-days that a lot has behind it at each of some instants, through all waters that it stood in, those to come as
 * forecast; null where none of its water was read.
 */
export async function degreeDaysAt(
  db: Db,
  lot: { id: number; fertilisedAt: number },
  sensor: number,
  instants: readonly number[],
  now: number,
): Promise<number[] | null> {
  const { water } = await waterThrough(
    { now, waters: new Waters(db, now) },
    await spansOf(db, lot.id, now),
    sensor,
    lot.fertilisedAt,
  );
  if (!water) return null;
  const sum = water.integral(ABOVE_ZERO, 0);
  const begun = valueAt(water.line, sum, lot.fertilisedAt);
  return instants.map((t) => valueAt(water.line, sum, t) - begun);
}

/** Daily means of a water, those after the last reading as forecast. */
export type WaterCourse = { days: { at: number; celsius: number; forecast: boolean }[]; foreseen: string };

/** The water that a lot now on `sensor` has lived through and will, day by day from its fertilisation to an instant. */
export async function courseOf(
  db: Db,
  lot: { id: number; fertilisedAt: number },
  sensor: number,
  until: number,
  now: number,
): Promise<WaterCourse> {
  const { water, foreseen } = await waterThrough(
    { now, waters: new Waters(db, now) },
    await spansOf(db, lot.id, now),
    sensor,
    lot.fertilisedAt,
  );
  const course: WaterCourse['days'] = [];
  if (!water) return { days: course, foreseen };
  const { line } = water;
  for (let at = lot.fertilisedAt; at < until; at += DAY) {
    // Four instants of the day: a night as much as a noon.
    const mean = [0, 6, 12, 18].reduce((s, h) => s + valueAt(line, line.celsius, at + h * HOUR), 0) / 4;
    course.push({ at: at + DAY / 2, celsius: mean, forecast: at + DAY / 2 > line.measuredTo });
  }
  return { days: course, foreseen };
}
