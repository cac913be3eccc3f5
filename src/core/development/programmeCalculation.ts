import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { decimals } from '../quantities/format';
import { isoDay } from '../time/localDay';
import { DAY_MS } from '../time/spans';
import { celsius, phases, reading } from './asked';
import { type Phase, PredictionRefused } from './predict';
import { obstacles, type ProgrammeInput, programme } from './programme';
import { demandOf, kwPerDegree } from './programmeGrid';

const limits = z.strictObject({ low: celsius, high: celsius, maxStepPerDay: schema.positive });
const input = z
  .strictObject({
    phases,
    start: schema.instant,
    /** For eggs under way: when the programme begins, and the water until then. */
    from: schema.instant.optional(),
    measured: z.array(reading).optional(),
    startCelsius: celsius.optional(),
    target: z.strictObject({ stage: z.string(), at: schema.instant, notBefore: schema.instant.optional() }),
    ambient: z.array(reading).min(1, 'needs the water as it comes: at least one temperature'),
    limits: limits.refine((l) => l.low < l.high, { path: ['high'], error: 'must be above low' }),
    stageLimits: z.array(limits.partial().extend({ stage: z.string() })).optional(),
    plant: z.strictObject({
      flowLPerMin: schema.positive,
      heatKw: schema.nonNegative.optional(),
      chillKw: schema.nonNegative.optional(),
      cop: schema.positive.optional(),
      recirculatedShare: schema.nonNegative.lt(1, 'is a share below 1').optional(),
    }),
    stepHours: z.number().min(1, 'at least an hour').max(168, 'at most a week').optional(),
    gridCelsius: z.number().min(0.05, 'at least 0.05 °C').max(2, 'at most 2 °C').optional(),
  })
  .refine((i) => i.phases.some((p) => p.stage === i.target.stage), {
    path: ['target', 'stage'],
    error: 'is none of the phases',
  })
  .refine((i) => Date.parse(i.target.at) > Date.parse(i.from ?? i.start), {
    path: ['target', 'at'],
    error: 'must lie after the programme begins',
  })
  .refine((i) => Date.parse(i.target.at) - Date.parse(i.from ?? i.start) < 800 * DAY_MS, {
    path: ['target', 'at'],
    error: 'lies more than 800 days ahead: check the year',
  })
  .refine((i) => !i.target.notBefore || Date.parse(i.target.notBefore) <= Date.parse(i.target.at), {
    path: ['target', 'notBefore'],
    error: 'must not lie after the date itself',
  });

const iso = (t: number) => new Date(t).toISOString();
const points = (list: readonly { at: string; celsius: number }[] | undefined) =>
  (list ?? []).map((p) => ({ at: Date.parse(p.at), celsius: p.celsius })).sort((a, b) => a.at - b.at);

function toProgramme(i: z.output<typeof input>): ProgrammeInput {
  return {
    phases: i.phases as Phase[],
    start: Date.parse(i.start),
    from: i.from ? Date.parse(i.from) : undefined,
    measured: points(i.measured),
    startCelsius: i.startCelsius,
    target: {
      stage: i.target.stage,
      at: Date.parse(i.target.at),
      notBefore: i.target.notBefore ? Date.parse(i.target.notBefore) : undefined,
    },
    ambient: points(i.ambient),
    limits: i.limits,
    stageLimits: i.stageLimits,
    plant: i.plant,
    stepHours: i.stepHours,
    gridCelsius: i.gridCelsius,
  };
}

export const calculation = defineCalculation({
  id: 'development.programme',
  title: 'Temperature programme for a date',
  asks: 'Which temperatures, day by day, bring this stage by that date with the least energy?',
  input,
  output: z.strictObject({
    possible: z.boolean(),
    temperatures: z.array(z.strictObject({ at: z.string(), celsius: z.number() })),
    energyKwh: z.number(),
    boundKwh: z.number().nullable(),
    reaches: z.string().nullable(),
    slackDays: z.number().nullable(),
    limiting: z.array(z.enum(Object.keys(obstacles) as (keyof typeof obstacles)[])),
    nearest: z.string().nullable(),
    /** Power that the course asks for at most. */
    mostHeatKw: z.number(),
    mostChillKw: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    try {
      const p = programme(toProgramme(i));
      const demand = demandOf(p.temperatures, points(i.ambient), i.plant, p.reaches ?? undefined);
      const warnings: string[] = [...p.warnings];
      if (!p.possible)
        warnings.push(
          `the date cannot be had${p.limiting.length > 0 ? `: ${p.limiting.map((o) => obstacles[o]).join(', or ')} stands in the way` : ': no single limit stands in the way, several do'}${p.nearest === null ? '' : `; nearest is ${isoDay(p.nearest, 'UTC')}`}`,
        );
      if (p.cannotHold)
        warnings.push(
          `with water of ${decimals(p.cannotHold.ambient, 1)} °C on ${isoDay(p.cannotHold.at, 'UTC')} the plant cannot hold the limits`,
        );
      if (i.plant.heatKw === undefined) warnings.push('no heater was named: heating is taken as unlimited');
      if (i.plant.chillKw === undefined) warnings.push('no chiller was named: chilling is taken as unlimited');
      return {
        possible: p.possible,
        temperatures: p.temperatures.map((q) => ({ at: iso(q.at), celsius: q.celsius })),
        energyKwh: p.energyKwh,
        mostHeatKw: demand.heatKw,
        mostChillKw: demand.chillKw,
        boundKwh: p.boundKwh,
        reaches: p.reaches === null ? null : iso(p.reaches),
        slackDays: p.slackDays,
        limiting: p.limiting,
        nearest: p.nearest === null ? null : iso(p.nearest),
        ...(warnings.length > 0 ? { warnings } : {}),
      };
    } catch (e) {
      if (e instanceof PredictionRefused) throw new CalculationError('outside', e.path, e.message);
      throw e;
    }
  },
  working: (i, o) => {
    const kw = kwPerDegree(i.plant);
    return {
      formula:
        'energy = flow / 60 · 4.186 kW/K · (1 − recirculated) / cop · ∫ |set − ambient| dt, the least that meets the date',
      steps: [
        {
          name: 'perDegree',
          says: 'power for one degree',
          expression: `${i.plant.flowLPerMin} / 60 * 4.186 * (1 - ${i.plant.recirculatedShare ?? 0}) / ${i.plant.cop ?? 1}`,
          value: kw,
          unit: 'kW/K',
        },
        {
          name: 'degreeHours',
          says: 'hours times degrees off the ambient water, over the programme',
          expression: String(o.energyKwh / kw),
          value: o.energyKwh / kw,
          unit: 'K·h',
        },
        { name: 'energyKwh', says: 'energy', expression: 'perDegree * degreeHours', value: o.energyKwh, unit: 'kWh' },
      ],
      notes:
        o.boundKwh === null
          ? []
          : [`no programme on this grid within these limits takes less than ${decimals(o.boundKwh, 2)} kWh`],
    };
  },
  source:
    'Bisection on the price of thermal time over dynamic programming (Lagrangian relaxation), gap closed by labels (Handler and Zang 1980, Networks 10: 293-309); the application is ours',
  validWhen: 'The ambient water comes as forecast; set points are held; the development model is within its range.',
  cautions: [
    'Limits are of the species and of this plant: eggs differ between strains, look at the first losses.',
    'Heated water gives off gas: degas it, and look at the total gas pressure.',
    'A date is a mean: add the model’s own interval.',
  ],
  example: {
    phases: [
      { stage: 'eyed', model: { kind: 'degreeDays', sum: 220, base: 0 }, sumFrom: 'fertilisation' },
      { stage: 'hatched', model: { kind: 'degreeDays', sum: 440, base: 0 }, sumFrom: 'fertilisation' },
    ],
    start: '2031-11-01T08:00:00Z',
    target: { stage: 'hatched', at: '2032-02-05T08:00:00Z' },
    ambient: [
      { at: '2031-11-01T08:00:00Z', celsius: 6 },
      { at: '2032-01-15T08:00:00Z', celsius: 2.5 },
      { at: '2032-03-01T08:00:00Z', celsius: 3.5 },
    ],
    limits: { low: 1, high: 8, maxStepPerDay: 1 },
    plant: { flowLPerMin: 40, heatKw: 12, chillKw: 0 },
  },
});
