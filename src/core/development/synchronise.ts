import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { decimals, plain } from '../quantities/format';
import { thresholds } from '../thresholds';
import { DAY_MS } from '../time/spans';
import { celsius, phases, reading } from './asked';
import { type Phase, PredictionRefused, predict } from './predict';
import type { Point } from './timeline';

/** A take on its own water: as it was, and as it comes if nothing is done. */
export type Take = {
  name: string;
  phases: readonly Phase[];
  start: number;
  measured: readonly Point[];
  forecast: readonly Point[];
  observed?: Readonly<Record<string, number>>;
};
export type Synchronised = {
  /** The day on which they meet; where they cannot, the middle of what is left. */
  at: number;
  takes: { name: string; unchangedAt: number; offset: number; reaches: number }[];
  spreadMs: number;
  unchangedSpreadMs: number;
  /** Where a course leaves the range of a clock. */
  warnings: string[];
};

/** Grid of offsets on which the dates of a take are looked up before the last search. */
const GRID_CELSIUS = 0.2;
const HALVINGS = 40;

/**
 * The lasting change of each take's water from `from` on with which all reach a stage together: with `at` on that day,
 * else on the day for which the largest change is least. Nowhere is water set outside of the limits; where it comes
 * outside of them by itself it is left so.
 *
 * @throws CalculationError where a take has reached the stage already, or never does
 */
export function synchronise(
  takes: readonly Take[],
  stage: string,
  from: number,
  limits: { low: number; high: number },
  at?: number,
): Synchronised {
  const curves = takes.map((t, k) => curveOf(t, k, stage, from, limits));
  const offsets = (day: number) => curves.map((c) => c.offsetFor(day));
  const natural = curves.map((c) => c.unchangedAt);
  const day = at ?? leastChange(offsets, Math.min(...natural), Math.max(...natural));
  const warnings: string[] = [];
  const done = curves.map((c, k) => {
    const offset = c.settle(day);
    for (const w of c.fits(offset)) warnings.push(`${takes[k]!.name}: ${w}`);
    return { name: takes[k]!.name, unchangedAt: c.unchangedAt, offset, reaches: c.dateAt(offset) };
  });
  const reached = done.map((d) => d.reaches);
  const spread = (list: readonly number[]) => Math.max(...list) - Math.min(...list);
  return {
    at: (Math.max(...reached) + Math.min(...reached)) / 2,
    takes: done,
    spreadMs: spread(reached),
    unchangedSpreadMs: spread(natural),
    warnings,
  };
}

/** The later the day, the smaller every offset: their extremes balance where largest and smallest are opposite. */
function leastChange(offsets: (day: number) => number[], early: number, late: number): number {
  let [a, b] = [early, late];
  for (let k = 0; k < HALVINGS && b - a > 60_000; k++) {
    const middle = (a + b) / 2;
    const of = offsets(middle);
    if (Math.max(...of) + Math.min(...of) > 0) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}

function curveOf(t: Take, k: number, stage: string, from: number, limits: { low: number; high: number }) {
  const read = t.measured.filter((p) => p.at <= from);
  const later = t.measured.filter((p) => p.at > from);
  // The water of the last reading stands until the change begins; before the first one it was as that says.
  const last = read.at(-1) ?? later[0]!;
  const measured = [
    ...(read.length > 0 ? read : [{ at: t.start, celsius: last.celsius }]),
    { at: from, celsius: last.celsius },
  ];
  // What was read after it tells of the water to come.
  const coming = [...later, ...t.forecast.filter((p) => p.at > from && p.at > (later.at(-1)?.at ?? 0))];
  const before = t.forecast.filter((p) => p.at <= from).at(-1);
  const now =
    before && coming[0]
      ? before.celsius + ((coming[0].celsius - before.celsius) * (from - before.at)) / (coming[0].at - before.at)
      : (before ?? last).celsius;
  // The change begins now, whatever the water comes like later.
  const course = [{ at: from + 1, celsius: now }, ...coming];
  const moved = (offset: number) =>
    course.map((p) => ({
      at: p.at,
      celsius: Math.min(
        Math.max(limits.high, p.celsius),
        Math.max(Math.min(limits.low, p.celsius), p.celsius + offset),
      ),
    }));
  const phases = t.phases.map(({ cv: _, within: __, ...p }) => p);
  const dateAt = (offset: number): number => {
    try {
      const stages = predict({
        phases,
        start: t.start,
        temperatures: measured,
        plan: moved(offset),
        observed: t.observed,
        plainly: true,
        anywhere: true,
      }).stages;
      return stages.find((s) => s.stage === stage)?.at ?? Number.POSITIVE_INFINITY;
    } catch (e) {
      if (e instanceof PredictionRefused) throw new CalculationError('outside', `takes[${k}]`, e.message);
      throw e;
    }
  };
  const unchangedAt = dateAt(0);
  if (unchangedAt <= from)
    throw new CalculationError('reached', `takes[${k}]`, `${t.name} has reached it already: leave it out`);
  if (!Number.isFinite(unchangedAt))
    throw new CalculationError('never', `takes[${k}]`, `${t.name} does not reach it within two years on this water`);
  const celsius = course.map((p) => p.celsius);
  const lowest = Math.min(0, limits.low - Math.max(...celsius));
  const highest = Math.max(0, limits.high - Math.min(...celsius));
  const steps = Math.max(1, Math.ceil((highest - lowest) / GRID_CELSIUS));
  const grid = Array.from({ length: steps + 1 }, (_, i) => {
    const offset = lowest + ((highest - lowest) * i) / steps;
    return { offset, at: dateAt(offset) };
  });
  /** By the grid, straight between: the later the date, the smaller. */
  const offsetFor = (day: number): number => {
    const next = grid.findIndex((g) => g.at <= day);
    if (next < 0) return highest;
    if (next === 0) return lowest;
    const [a, b] = [grid[next - 1]!, grid[next]!];
    return Number.isFinite(a.at) && a.at > b.at
      ? b.offset + ((a.offset - b.offset) * (day - b.at)) / (a.at - b.at)
      : b.offset;
  };
  return {
    unchangedAt,
    dateAt,
    offsetFor,
    /** What the range of the clocks says of the course that was found. @throws CalculationError where it is no clock's */
    fits: (offset: number): string[] => {
      const p = predict({
        phases,
        start: t.start,
        temperatures: measured,
        plan: moved(offset),
        observed: t.observed,
        plainly: true,
      });
      const s = p.stages.find((x) => x.stage === stage);
      if (s?.at === null) throw new CalculationError('outside', `takes[${k}]`, `${t.name}: ${s.why}`);
      return p.warnings;
    },
    /** The offset itself: the one nearest to none of those that reach it on the day. */
    settle: (day: number): number => {
      const inReach = Math.min(Math.max(day, grid.at(-1)!.at), grid[0]!.at);
      const warm = unchangedAt > inReach;
      let [near, far] = [0, warm ? highest : lowest];
      for (let n = 0; n < HALVINGS && Math.abs(far - near) > 1e-4; n++) {
        const middle = (near + far) / 2;
        if (warm ? dateAt(middle) <= inReach : dateAt(middle) >= inReach) far = middle;
        else near = middle;
      }
      return Math.abs(unchangedAt - inReach) < 60_000 ? 0 : far;
    },
  };
}

const input = z
  .strictObject({
    takes: z
      .array(
        z.strictObject({
          name: z.string().min(1, 'needs a name'),
          phases,
          start: schema.instant,
          measured: z.array(reading).min(1, 'needs at least one temperature'),
          forecast: z.array(reading).default([]),
          observed: z.record(z.string(), schema.instant).optional(),
        }),
      )
      .min(2, 'needs two takes or more')
      .max(24, 'at most 24 takes at once'),
    stage: z.string(),
    from: schema.instant,
    limits: z.strictObject({ low: celsius, high: celsius }).refine((l) => l.low < l.high, {
      path: ['high'],
      error: 'must be above low',
    }),
    /** The day on which they should meet; default the one that changes the waters least. */
    at: schema.instant.optional(),
    maxSpreadDays: schema.nonNegative.default(() => thresholds.mixWithin.value),
  })
  .refine((i) => i.takes.every((t) => t.phases.some((p) => p.stage === i.stage)), {
    path: ['stage'],
    error: 'is not among the phases of all takes',
  })
  .refine((i) => i.takes.every((t) => Date.parse(t.start) <= Date.parse(i.from)), {
    path: ['from'],
    error: 'lies before one of the takes',
  })
  .refine((i) => !i.at || Date.parse(i.at) > Date.parse(i.from), { path: ['at'], error: 'must lie after `from`' });

const iso = (t: number) => new Date(t).toISOString();
const points = (list: readonly { at: string; celsius: number }[]): Point[] =>
  list.map((p) => ({ at: Date.parse(p.at), celsius: p.celsius })).sort((a, b) => a.at - b.at);

export const calculation = defineCalculation({
  id: 'development.synchronise',
  title: 'Takes brought together',
  asks: 'Taken days apart: how much warmer or colder does each want its water, to hatch or feed together?',
  input,
  output: z.strictObject({
    at: z.string(),
    takes: z.array(
      z.strictObject({ name: z.string(), unchangedAt: z.string(), offsetCelsius: z.number(), reaches: z.string() }),
    ),
    spreadDays: z.number(),
    unchangedSpreadDays: z.number(),
    /** Whether their young may go into one tank. */
    mix: z.boolean(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const s = synchronise(
      i.takes.map((t) => ({
        name: t.name,
        phases: t.phases as Phase[],
        start: Date.parse(t.start),
        measured: points(t.measured),
        forecast: points(t.forecast),
        observed: t.observed && Object.fromEntries(Object.entries(t.observed).map(([k, v]) => [k, Date.parse(v)])),
      })),
      i.stage,
      Date.parse(i.from),
      i.limits,
      i.at ? Date.parse(i.at) : undefined,
    );
    const days = (ms: number) => ms / DAY_MS;
    const mix = days(s.spreadMs) <= i.maxSpreadDays;
    const warnings = [
      ...s.warnings,
      ...(i.at && Math.abs(s.at - Date.parse(i.at)) > 0.5 * DAY_MS
        ? ['that day cannot be had within these limits by all of them']
        : []),
      ...(mix
        ? []
        : [
            `they stay ${decimals(days(s.spreadMs), 1)} days apart, more than ${plain(i.maxSpreadDays)}: do not put their young together, the larger eat the smaller or take their feed`,
          ]),
    ];
    return {
      at: iso(s.at),
      takes: s.takes.map((t) => ({
        name: t.name,
        unchangedAt: iso(t.unchangedAt),
        offsetCelsius: t.offset,
        reaches: iso(t.reaches),
      })),
      spreadDays: days(s.spreadMs),
      unchangedSpreadDays: days(s.unchangedSpreadMs),
      mix,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const day = (t: string) => (Date.parse(t) - Date.parse(i.from)) / DAY_MS;
    const list = (key: 'reaches' | 'unchangedAt') => o.takes.map((t) => day(t[key])).join(', ');
    return {
      formula:
        'each water is changed by a lasting offset, within the limits, until its development is full on the common day; without a day given, the one for which the largest change is least',
      steps: [
        {
          name: 'unchangedSpreadDays',
          says: 'apart as they are, days from the first to the last',
          expression: `max(${list('unchangedAt')}) - min(${list('unchangedAt')})`,
          value: o.unchangedSpreadDays,
          unit: 'd',
        },
        {
          name: 'spreadDays',
          says: 'apart with the offsets',
          expression: `max(${list('reaches')}) - min(${list('reaches')})`,
          value: o.spreadDays,
          unit: 'd',
        },
      ],
      notes: o.takes.map(
        (t) => `${t.name}: ${t.offsetCelsius < 0 ? '−' : '+'}${decimals(Math.abs(t.offsetCelsius), 2)} °C`,
      ),
    };
  },
  source: 'Thermal time (the development model of each species); the search is a method, no source',
  validWhen: 'Each water can be held on its own, and comes as forecast but for the offset.',
  cautions: [
    'Go to the new temperature at the pace that the eggs bear, and not within a sensitive window.',
    'Heated water gives off gas: degas it.',
  ],
  example: {
    takes: [
      {
        name: 'first take',
        phases: [{ stage: 'hatched', model: { kind: 'degreeDays', sum: 440, base: 0 } }],
        start: '2031-11-01T08:00:00Z',
        measured: [{ at: '2031-11-01T08:00:00Z', celsius: 6 }],
      },
      {
        name: 'second take',
        phases: [{ stage: 'hatched', model: { kind: 'degreeDays', sum: 440, base: 0 } }],
        start: '2031-11-08T08:00:00Z',
        measured: [{ at: '2031-11-08T08:00:00Z', celsius: 6 }],
      },
    ],
    stage: 'hatched',
    from: '2031-11-20T08:00:00Z',
    limits: { low: 1, high: 8 },
  },
});
