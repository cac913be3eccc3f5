import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { decimals } from '../quantities/format';
import { DAY_MS } from '../time/spans';
import { phases, reading, spread } from './asked';
import { rateFunction } from './model';
import { type Phase, type PredictInput, PredictionRefused, predict } from './predict';

const input = z
  .strictObject({
    phases,
    start: schema.instant,
    temperatures: z.array(reading).min(1, 'needs at least one reading'),
    plan: z.array(reading).optional(),
    until: schema.instant.optional(),
    lotCv: spread.optional(),
    forecastSdCelsius: schema.nonNegative.optional(),
  })
  .refine((i) => !i.until || Date.parse(i.until) > Date.parse(i.start), {
    path: ['until'],
    error: 'must lie after start',
  });

const iso = (t: number) => new Date(t).toISOString();
const points = (list: readonly { at: string; celsius: number }[] | undefined) =>
  (list ?? []).map((p) => ({ at: Date.parse(p.at), celsius: p.celsius }));

function toPredict(i: z.output<typeof input>): PredictInput {
  return {
    phases: i.phases as Phase[],
    start: Date.parse(i.start),
    temperatures: points(i.temperatures),
    plan: points(i.plan),
    until: i.until ? Date.parse(i.until) : undefined,
    lotCv: i.lotCv,
    forecastSdCelsius: i.forecastSdCelsius,
  };
}

export const calculation = defineCalculation({
  id: 'development.predict',
  title: 'When they eye, hatch and swim up',
  asks: 'From these temperatures: which day is each stage reached, and how sure is that?',
  input,
  output: z.strictObject({
    stages: z.array(
      z.strictObject({
        stage: z.string(),
        at: z.string().nullable(),
        low: z.string().nullable(),
        high: z.string().nullable(),
        measuredShare: z.number(),
        /** Why there is no date, or no late end. */
        why: z.string().optional(),
      }),
    ),
    progress: z.array(z.strictObject({ at: z.string(), stage: z.string(), share: z.number() })),
    gaps: z.array(z.strictObject({ from: z.string(), to: z.string() })),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    try {
      const p = predict(toPredict(i));
      return {
        stages: p.stages.map((s) => ({
          stage: s.stage,
          at: s.at === null ? null : iso(s.at),
          low: s.low === null ? null : iso(s.low),
          high: s.high === null ? null : iso(s.high),
          measuredShare: s.measuredShare,
          ...(s.why === undefined ? {} : { why: s.why }),
        })),
        progress: p.progress.map((q) => ({ ...q, at: iso(q.at) })),
        gaps: p.gaps.map((g) => ({ from: iso(g.from), to: iso(g.to) })),
        ...(p.warnings.length > 0 ? { warnings: p.warnings } : {}),
      };
    } catch (e) {
      if (e instanceof PredictionRefused) throw new CalculationError('outside', e.path, e.message);
      throw e;
    }
  },
  working: (i, o) => {
    const start = Date.parse(i.start);
    let before = start;
    const steps = i.phases.flatMap((p, n) => {
      const s = o.stages[n]!;
      if (s.at === null) return [];
      const from = p.sumFrom === 'fertilisation' ? start : before;
      const days = (Date.parse(s.at) - from) / DAY_MS;
      before = Date.parse(s.at);
      const perDay = (p.factor ?? 1) / days;
      const rate = rateFunction(p.model);
      const at = meanRateTemperature(rate, perDay);
      return [
        {
          name: `need${n + 1}`,
          says: `${p.stage}: thermal sums needed`,
          expression: String(p.factor ?? 1),
          value: p.factor ?? 1,
        },
        {
          name: `rate${n + 1}`,
          says: `mean rate while it ran${at === null ? '' : `, as at a steady ${decimals(at, 2)} °C`}`,
          expression: String(perDay),
          value: perDay,
          unit: '1/day',
        },
        {
          name: `days${n + 1}`,
          says: `days to ${p.stage}`,
          expression: `need${n + 1} / rate${n + 1}`,
          value: days,
          unit: 'days',
        },
      ];
    });
    return {
      formula: '∫ rate(T(t)) dt = need; T linear between readings; after the last reading the plan, or the last value',
      steps,
    };
  },
  source: 'Rate summation: method, no source; models: see development.rate',
  validWhen: 'Readings are of the water that the eggs are in; models within their range.',
  cautions: [
    'A stage is reached when half of the animals have reached it: look before the low end.',
    'A prediction never changes the books: people say what they saw.',
  ],
  example: {
    phases: [
      { stage: 'eyed', model: { kind: 'degreeDays', sum: 220, base: 0 }, cv: 0.05 },
      { stage: 'hatched', model: { kind: 'degreeDays', sum: 220, base: 0 }, cv: 0.05 },
    ],
    start: '2031-11-01T08:00:00Z',
    temperatures: [
      { at: '2031-11-01T08:00:00Z', celsius: 5.2 },
      { at: '2031-11-11T08:00:00Z', celsius: 5.6 },
    ],
  },
});

/** The steady temperature with this rate, by bisection over water temperatures; null where the rate is not within reach. */
function meanRateTemperature(rate: (c: number) => number, perDay: number): number | null {
  let low = -3;
  let high = 45;
  const usable = (c: number) => Number.isFinite(rate(c));
  while (low < high && !usable(low)) low += 0.25;
  while (high > low && !usable(high)) high -= 0.25;
  if (!(rate(low) <= perDay && rate(high) >= perDay)) return null;
  for (let k = 0; k < 60; k++) {
    const mid = (low + high) / 2;
    if (rate(mid) < perDay) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}
