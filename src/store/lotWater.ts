import { LONGEST_MS } from '@/core/development/predict';
import { makeTimeline, type Point, valueAt } from '@/core/development/timeline';
import { Water } from '@/core/development/water';
import type { Fault } from '@/core/readings/clean';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import { type Ancestor, cohortOf } from './cohort';
import type { Db } from './connection';
import { SENSOR_OF_UNIT, type SensorWater, Waters } from './waters';

/** A stretch of a lot's life in one water; `rank` 0 in its own name, above it in that of a lot that it came from. */
export type Span = { sensor: number; from: number; to: number; rank: number };

/** Which water a lot stood in and when, by the units that held it, and before that those that it came from. */
export async function spansOf(db: Db, lotId: number, now: number, before: readonly Ancestor[] = []): Promise<Span[]> {
  const rows = await db('holding as h')
    .join('unit as u', 'u.id', 'h.unit_id')
    .whereIn('h.lot_id', [lotId, ...before.map((a) => a.id)])
    .whereNotNull('h.opened_at')
    .orderBy('h.opened_at')
    .select<
      {
        lot_id: number;
        opened_at: number;
        number: number;
        last_order_at: number;
        sensor: number | null;
      }[]
    >('h.lot_id', 'h.opened_at', 'h.number', 'h.last_order_at', db.raw(`${SENSOR_OF_UNIT} AS sensor`));
  return rows.flatMap((r) => {
    if (r.sensor === null) return [];
    const rank = 1 + before.findIndex((a) => a.id === r.lot_id);
    const end = r.number > 0 ? Math.max(now, r.last_order_at) : r.last_order_at;
    const to = rank === 0 ? end : Math.min(end, before[rank - 1]!.until);
    return rank === 0 || to > r.opened_at ? [{ sensor: r.sensor, from: r.opened_at, to, rank }] : [];
  });
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
  const pieces: Omit<Span, 'rank'>[] = [];
  for (let i = 1; i < cuts.length; i++) {
    const [a, b] = [cuts[i - 1]!, cuts[i]!];
    const all = spans.filter((s) => s.from < b && s.to > a);
    // Its own name tells best where it stood, then the lot that most of it came from.
    const nearest = Math.min(...all.map((s) => s.rank));
    const covering = all.filter((s) => s.rank === nearest);
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
    for (const q of w.points) if (q.at > p.from - HOUR_MS / 2 && q.at <= p.to) points.push(q);
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
    await spansOf(db, lot.id, now, await cohortOf(db, { id: lot.id, fertilised_at: lot.fertilisedAt })),
    sensor,
    lot.fertilisedAt,
  );
  if (!water) return null;
  const sum = water.integral(ABOVE_ZERO, 0);
  const begun = valueAt(water.line, sum, lot.fertilisedAt);
  return instants.map((t) => valueAt(water.line, sum, t) - begun);
}

/** Daily means of a water, those after the last reading as forecast: short, for a page has hundreds of them. */
export type WaterCourse = {
  /** The middle of the first day since fertilisation. */
  from: number;
  /** Day by day, to a hundredth. */
  celsius: number[];
  /** So many of them were measured; the others are foreseen. */
  measured: number;
};

/** The water that a lot now on `sensor` has lived through and will, day by day from its fertilisation to an instant. */
export async function courseOf(
  db: Db,
  lot: { id: number; fertilisedAt: number },
  sensor: number,
  until: number,
  now: number,
): Promise<{ course: WaterCourse; foreseen: string }> {
  const { water, foreseen } = await waterThrough(
    { now, waters: new Waters(db, now) },
    await spansOf(db, lot.id, now, await cohortOf(db, { id: lot.id, fertilised_at: lot.fertilisedAt })),
    sensor,
    lot.fertilisedAt,
  );
  const course: WaterCourse = { from: lot.fertilisedAt + DAY_MS / 2, celsius: [], measured: 0 };
  if (!water) return { course, foreseen };
  const { line } = water;
  for (let at = lot.fertilisedAt; at < until; at += DAY_MS) {
    // Four instants of the day: a night as much as a noon.
    const mean = [0, 6, 12, 18].reduce((s, h) => s + valueAt(line, line.celsius, at + h * HOUR_MS), 0) / 4;
    course.celsius.push(Number(mean.toFixed(2)));
    if (at + DAY_MS / 2 <= line.measuredTo) course.measured = course.celsius.length;
  }
  return { course, foreseen };
}
