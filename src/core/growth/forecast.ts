import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { accumulate, crossing, makeTimeline, type Point, type Timeline, valueAt } from '../development/timeline';
import { Z95 } from '../quantities/interval';
import { DAY_MS } from '../time/spans';

/** So far ahead growth is carried on; beyond it no forecast of temperature says anything. */
const MOST_DAYS = 1500;

/** Degree-days above 0 °C that take an animal from one mass to another. @example degreeDaysTo(1, 8, 1) // 1000 */
export const degreeDaysTo = (startG: number, targetG: number, tgc: number) =>
  (1000 * (Math.cbrt(targetG) - Math.cbrt(startG))) / tgc;

/** Spread of the logarithm of those degree-days, by the doubt of the mass now and of the coefficient. */
const spreadOf = (startG: number, targetG: number, startCv: number, tgcCv: number) =>
  Math.hypot(tgcCv, (Math.cbrt(startG) * startCv) / 3 / (Math.cbrt(targetG) - Math.cbrt(startG)));

export type Warmth = { line: Timeline; degreeDays: Float64Array };

/** The degree-days above 0 °C from an instant on, along temperatures as they are known; the last one goes on. */
export function warmthFrom(temperatures: readonly Point[], start: number): Warmth {
  const line = makeTimeline(temperatures, [], start, start + MOST_DAYS * DAY_MS);
  return { line, degreeDays: accumulate(line, (c) => Math.max(0, c)) };
}

/**
 * When a mean mass is reached along a course of temperatures, with its interval; null where the water is too cold to
 * reach it within four years.
 */
export function reaches(
  w: Warmth,
  g: { startG: number; startCv: number; tgc: number; tgcCv: number; targetG: number },
): { at: number; low: number; high: number | null } | null {
  const needed = degreeDaysTo(g.startG, g.targetG, g.tgc);
  const spread = spreadOf(g.startG, g.targetG, g.startCv, g.tgcCv);
  const when = (degreeDays: number) => {
    const at = crossing(w.line, w.degreeDays, degreeDays);
    return Number.isFinite(at) ? at : null;
  };
  const at = when(needed);
  if (at === null) return null;
  return { at, low: when(needed * Math.exp(-Z95 * spread))!, high: when(needed * Math.exp(Z95 * spread)) };
}

/** Mean mass at an instant, with its interval by the same doubts. */
export function massAt(
  w: Warmth,
  g: { startG: number; startCv: number; tgc: number; tgcCv: number },
  at: number,
): { meanG: number; low: number; high: number } {
  const grown = (g.tgc * valueAt(w.line, w.degreeDays, at)) / 1000;
  const root = Math.cbrt(g.startG);
  const meanG = (root + grown) ** 3;
  // Doubt of the cube root, by the delta method; the mass is spread on the log scale.
  const spread = (3 * Math.hypot((root * g.startCv) / 3, grown * g.tgcCv)) / (root + grown);
  return { meanG, low: meanG * Math.exp(-Z95 * spread), high: meanG * Math.exp(Z95 * spread) };
}

const iso = (t: number) => new Date(t).toISOString();

export const calculation = defineCalculation({
  id: 'growth.forecast',
  title: 'Growth to a size',
  asks: 'When do they weigh so much, and what would have to be otherwise?',
  input: z
    .strictObject({
      startG: schema.positive,
      /** Doubt of the mean mass at the start, as a share of it. */
      startCv: schema.nonNegative.max(2, 'is no doubt of a mean').default(0),
      tgc: schema.positive,
      tgcCv: schema.nonNegative.max(2, 'is no doubt of a coefficient').default(0),
      temperatures: z
        .array(z.strictObject({ at: schema.instant, celsius: z.number().min(-2, 'is colder than water gets') }))
        .min(1, 'needs at least one temperature'),
      start: schema.instant,
      targetG: schema.positive,
      /** The day by which they are wanted: what coefficient that would take. */
      by: schema.instant.optional(),
    })
    .refine((i) => i.targetG > i.startG, { path: ['targetG'], error: 'must be above the mass at the start' })
    .refine((i) => i.by === undefined || Date.parse(i.by) > Date.parse(i.start), {
      path: ['by'],
      error: 'must lie after the start',
    }),
  output: z.strictObject({
    at: z.string(),
    low: z.string(),
    /** Null where even the end of the forecast does not hold the slow ones. */
    high: z.string().nullable(),
    days: z.number(),
    degreeDays: z.number(),
    /** The coefficient that reaches the target by the wanted day. */
    neededTgc: z.number().optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const start = Date.parse(i.start);
    const temperatures = i.temperatures.map((t) => ({ at: Date.parse(t.at), celsius: t.celsius }));
    const w = warmthFrom(temperatures, start);
    const r = reaches(w, i);
    if (!r)
      throw new CalculationError('input', 'temperatures', 'are too cold: in four years they do not weigh so much');
    const warnings: string[] = [];
    const last = Math.max(...temperatures.map((t) => t.at));
    if (r.at > last) warnings.push('beyond the last temperature that one is taken to go on');
    if (i.startCv === 0 && i.tgcCv === 0)
      warnings.push('without a doubt of mass or coefficient no interval can be told');
    const by = i.by === undefined ? null : valueAt(w.line, w.degreeDays, Date.parse(i.by));
    if (by === 0) warnings.push('no warmth comes until the wanted day: no coefficient reaches it');
    return {
      at: iso(r.at),
      low: iso(r.low),
      high: r.high === null ? null : iso(r.high),
      days: (r.at - start) / DAY_MS,
      degreeDays: degreeDaysTo(i.startG, i.targetG, i.tgc),
      ...(by ? { neededTgc: degreeDaysTo(i.startG, i.targetG, 1) / by } : {}),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'degree-days = 1000 (W₂^⅓ − W₁^⅓) / TGC, counted along the temperatures above 0 °C',
    steps: [
      {
        name: 'degreeDays',
        says: 'warmth that it takes',
        expression: `1000 * (${i.targetG}^(1/3) - ${i.startG}^(1/3)) / ${i.tgc}`,
        value: o.degreeDays,
        unit: '°C·d',
      },
      {
        name: 'spread',
        says: 'its doubt, on the log scale',
        expression: `sqrt(${i.tgcCv}^2 + (${i.startG}^(1/3) * ${i.startCv} / 3 / (${i.targetG}^(1/3) - ${i.startG}^(1/3)))^2)`,
        value: spreadOf(i.startG, i.targetG, i.startCv, i.tgcCv),
      },
    ],
    notes: ['Temperatures are joined by straight lines; the integral is taken in steps of six hours at most.'],
  }),
  source: 'Iwama and Tautz 1981, Can. J. Fish. Aquat. Sci. 38: 649-656; doubts by the delta method on the log scale',
  validWhen: 'Below the temperature at which growth turns down; fed to appetite, not crowded.',
  cautions: ['It is the mean that reaches the target: half of them are lighter.'],
  example: {
    startG: 1.2,
    startCv: 0.03,
    tgc: 0.9,
    tgcCv: 0.1,
    start: '2031-04-14T06:00:00Z',
    temperatures: [
      { at: '2031-04-14T06:00:00Z', celsius: 8 },
      { at: '2031-07-14T06:00:00Z', celsius: 16 },
    ],
    targetG: 5,
  },
});
