import { z } from 'zod';
import { MOULTING, usualCycleDays } from '../appetite/cycle';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { accumulate, crossing, makeTimeline, type Point, type Timeline, valueAt } from '../development/timeline';
import { Z95 } from '../quantities/interval';
import { DAY_MS } from '../time/spans';

/** So far ahead growth is carried on; beyond it no forecast of temperature says anything. */
const MOST_DAYS = 1500;

/** Growth by steps: the mass that a moult adds, as a share, and the doubt of that and of the days between moults. */
export type MoultGrowth = { startG: number; startCv: number; gain: number; gainSd: number };

/** Moults of an animal of a gram that the water makes room for, summed from an instant on. */
export type MoultTime = { line: Timeline; moults: Float64Array };

/** The moults of an animal of a gram along temperatures as they are known; the last one goes on. None in freezing water. */
export function moultTime(temperatures: readonly Point[], start: number): MoultTime {
  const line = makeTimeline(temperatures, [], start, start + MOST_DAYS * DAY_MS);
  return { line, moults: accumulate(line, (c) => (c <= 0 ? 0 : 1 / usualCycleDays(1, c))) };
}

/**
 * A group out of step grows evenly where each grows by steps: d ln W / dt = ln(1 + gain) / days(W, T). With days between
 * moults that rise with W^m this has the sum W^m = W₀^m + m · ln(1 + gain) · (moults of a gram).
 */
const M = MOULTING.bySize;
const perMoult = (g: MoultGrowth) => M * Math.log1p(g.gain);

/** Spread of the logarithm of that sum: of the gain, and of the days between moults. */
const ofRate = (g: MoultGrowth) => Math.hypot(g.gainSd / ((1 + g.gain) * Math.log1p(g.gain)), MOULTING.cycleCv);

/** Mean mass at an instant, with its interval. */
export function massByMoults(t: MoultTime, g: MoultGrowth, at: number): { meanG: number; low: number; high: number } {
  const grown = perMoult(g) * valueAt(t.line, t.moults, at);
  const power = g.startG ** M;
  const meanG = (power + grown) ** (1 / M);
  const spread = Math.hypot(power * M * g.startCv, grown * ofRate(g)) / (power + grown) / M;
  return { meanG, low: meanG * Math.exp(-Z95 * spread), high: meanG * Math.exp(Z95 * spread) };
}

/** When a mean mass is reached, with its interval; null where the water does not bring it within four years. */
export function reachesByMoults(
  t: MoultTime,
  g: MoultGrowth & { targetG: number },
): { at: number; low: number; high: number | null } | null {
  const needed = (g.targetG ** M - g.startG ** M) / perMoult(g);
  const spread = Math.hypot(ofRate(g), (g.startG ** M * M * g.startCv) / (g.targetG ** M - g.startG ** M));
  const when = (moults: number) => {
    const at = crossing(t.line, t.moults, moults);
    return Number.isFinite(at) ? at : null;
  };
  const at = when(needed);
  return at === null
    ? null
    : { at, low: when(needed * Math.exp(-Z95 * spread))!, high: when(needed * Math.exp(Z95 * spread)) };
}

const iso = (t: number) => new Date(t).toISOString();

export const calculation = defineCalculation({
  id: 'growth.moults',
  title: 'Growth from moult to moult',
  asks: 'A crayfish, shrimp or crab grows by steps: when does it weigh so much, after how many moults?',
  input: z
    .strictObject({
      startG: schema.positive,
      startCv: schema.nonNegative.max(2, 'is no doubt of a mean').default(0),
      targetG: schema.positive,
      /** Mass that a moult adds, as a share of what it was. */
      gain: z.number().gt(0, 'must be above 0').max(3, 'is more than any moult adds'),
      gainSd: schema.nonNegative.max(3, 'is no doubt of a gain').default(0),
      temperatures: z
        .array(z.strictObject({ at: schema.instant, celsius: z.number().min(-2, 'is colder than water gets') }))
        .min(1, 'needs at least one temperature'),
      start: schema.instant,
    })
    .refine((i) => i.targetG > i.startG, { path: ['targetG'], error: 'must be above the mass at the start' }),
  output: z.strictObject({
    at: z.string(),
    low: z.string(),
    high: z.string().nullable(),
    days: z.number(),
    /** Moults until then. */
    moults: z.number(),
    /** Days from one moult to the next at the mass and the water of the start. */
    daysBetween: z.number(),
  }),
  compute: (i) => {
    const start = Date.parse(i.start);
    const temperatures = i.temperatures.map((t) => ({ at: Date.parse(t.at), celsius: t.celsius }));
    const r = reachesByMoults(moultTime(temperatures, start), i);
    if (!r)
      throw new CalculationError('input', 'temperatures', 'are too cold: in four years they do not weigh so much');
    return {
      at: iso(r.at),
      low: iso(r.low),
      high: r.high === null ? null : iso(r.high),
      days: (r.at - start) / DAY_MS,
      moults: Math.log(i.targetG / i.startG) / Math.log1p(i.gain),
      daysBetween: usualCycleDays(i.startG, temperatures[0]!.celsius),
    };
  },
  working: (i, o) => ({
    formula: `W^m = W₀^m + m · ln(1 + gain) · moults of a gram, m = ${M}`,
    steps: [
      {
        name: 'moults',
        says: 'moults until then',
        expression: `ln(${i.targetG} / ${i.startG}) / ln(1 + ${i.gain})`,
        value: o.moults,
      },
      {
        name: 'ofAGram',
        says: 'moults that one of a gram has in that time',
        expression: `(${i.targetG}^${M} - ${i.startG}^${M}) / (${M} * ln(1 + ${i.gain}))`,
        value: (i.targetG ** M - i.startG ** M) / (M * Math.log1p(i.gain)),
      },
      { name: 'days', says: 'days, along the temperatures', expression: String(o.days), value: o.days },
    ],
  }),
  source:
    'Steps at moults with days between them by size and temperature; method, no source. The days between moults are those of appetite.phase (verify)',
  validWhen: 'They are fed, and moult out of step or are looked at over several moults.',
  cautions: ['Crowding, lost legs and cold lengthen the time between moults: weigh again.'],
  example: {
    startG: 1,
    startCv: 0.05,
    targetG: 3,
    gain: 0.4,
    gainSd: 0.1,
    start: '2031-04-14T00:00:00Z',
    temperatures: [{ at: '2031-04-14T00:00:00Z', celsius: 18 }],
  },
});
