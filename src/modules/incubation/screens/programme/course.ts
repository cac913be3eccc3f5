import { run } from '@/core/calculation';
import { type Phase, PredictionRefused, predict } from '@/core/development/predict';
import {
  ambientAt,
  demandOf,
  kwPerDegree,
  type Limits,
  offAmbient,
  type Plant,
  piecesOf,
} from '@/core/development/programmeGrid';
import type { Point } from '@/core/development/timeline';
import { decimals } from '@/core/quantities/format';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import { calculation as gas } from '@/core/water/gas';

/** What a course of set points costs and risks, beside the dates it leads to. */
export type CourseFigures = {
  energyKwh: number;
  mostHeatKw: number;
  mostChillKw: number;
  /** What is off, most serious first, each with the day it begins. */
  risks: { says: string; at: number }[];
};

/** Handles that are dragged: few enough to be taken hold of. */
const MOST_HANDLES = 22;

/** A course thinned to the points that are dragged; straight lines between them. */
export function handlesOf(points: readonly Point[]): Point[] {
  if (points.length <= MOST_HANDLES) return [...points];
  const step = (points.length - 1) / (MOST_HANDLES - 1);
  return Array.from({ length: MOST_HANDLES }, (_, k) => points[Math.round(k * step)]!);
}

/** One handle set to another temperature. */
export const dragged = (handles: readonly Point[], index: number, celsius: number): Point[] =>
  handles.map((p, i) => (i === index ? { ...p, celsius } : p));

/** A course as one set point a day. */
export function daily(points: readonly Point[]): Point[] {
  if (points.length < 2) return [...points];
  const days: Point[] = [];
  const end = points.at(-1)!.at;
  for (let t = points[0]!.at; t < end; t += DAY_MS) days.push({ at: t, celsius: ambientAt(points, t) });
  days.push({ at: end, celsius: points.at(-1)!.celsius });
  return days;
}

/** A receiving water followed at a distance, within limits and at their pace. */
export function followed(
  ambient: readonly Point[],
  offset: number,
  limits: Limits,
  from: Point,
  until: number,
): Point[] {
  const out: Point[] = [from];
  for (let t = from.at + DAY_MS; t <= until; t += DAY_MS) {
    const wanted = Math.min(limits.high, Math.max(limits.low, ambientAt(ambient, t) + offset));
    const before = out.at(-1)!.celsius;
    const step = Math.max(-limits.maxStepPerDay, Math.min(limits.maxStepPerDay, wanted - before));
    out.push({ at: t, celsius: before + step });
  }
  return out;
}

/** Energy and risks of a course, by day. */
export function figuresOf(
  points: readonly Point[],
  ambient: readonly Point[],
  limits: Limits,
  plant: Plant,
): CourseFigures {
  const thermal = kwPerDegree({ ...plant, cop: 1 });
  const days = daily(points);
  const { energyKwh, heatKw: mostHeatKw, chillKw: mostChillKw } = demandOf(days, ambient, plant);
  // One line for all days on which it holds: how much at most, from when.
  const degassed = { from: 0, most: 0 };
  const first = new Map<string, number>();
  const note = (says: string, at: number) => {
    if (!first.has(says)) first.set(says, at);
  };
  for (let k = 0; k + 1 < days.length; k++) {
    const [a, b] = [days[k]!, days[k + 1]!];
    const hours = (b.at - a.at) / HOUR_MS;
    const most = offAmbient(a.celsius, b.celsius, piecesOf(ambient, a.at, b.at));
    if (plant.heatKw !== undefined && thermal * most.above > plant.heatKw + 0.01)
      note('the heater cannot hold it', b.at);
    if (plant.chillKw !== undefined && thermal * most.below > plant.chillKw + 0.01)
      note('the chiller cannot hold it', b.at);
    const off = b.celsius - ambientAt(ambient, b.at);
    if (b.celsius > limits.high + 0.01) note('above what the eggs bear', b.at);
    if (b.celsius < limits.low - 0.01) note('below what the eggs bear', b.at);
    if ((Math.abs(b.celsius - a.celsius) * 24) / hours > limits.maxStepPerDay + 0.01)
      note('changes faster than the pace allowed', b.at);
    if (off > 0.5) {
      const g = run(gas, { fromCelsius: Math.max(0, ambientAt(ambient, b.at)), toCelsius: Math.max(0, b.celsius) });
      if (g.degas) {
        degassed.from ||= b.at;
        degassed.most = Math.max(degassed.most, g.totalPercent);
      }
    }
  }
  if (degassed.most > 0) note(`heated water holds up to ${decimals(degassed.most, 0)} % gas: degas it`, degassed.from);
  return {
    energyKwh,
    mostHeatKw,
    mostChillKw,
    risks: [...first].map(([says, at]) => ({ says, at })).sort((a, b) => a.at - b.at),
  };
}

/** Dates of a lot's stages when the water follows a course from now on; null where none is reached. */
export function datesOf(
  lot: { phases: readonly Phase[]; fertilisedAt: number },
  measured: readonly Point[],
  plan: readonly Point[],
  seen: Readonly<Record<string, number>>,
): Map<string, number | null> {
  try {
    const p = predict({
      phases: lot.phases.map(({ cv: _, within: __, ...x }) => x),
      start: lot.fertilisedAt,
      temperatures: measured.length > 0 ? measured : plan.slice(0, 1),
      plan,
      observed: seen,
    });
    return new Map(p.stages.map((s) => [s.stage, s.at]));
  } catch (e) {
    if (!(e instanceof PredictionRefused)) throw e;
    return new Map(lot.phases.map((p) => [p.stage, null]));
  }
}
