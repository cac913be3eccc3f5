import { z } from 'zod';
import { CalculationError, defineCalculation, type Step, schema } from '../calculation';
import { HOUR_MS } from '../time/spans';
import { latencyClock, readyFindings } from './latency';

const celsius = z
  .number()
  .min(-3, 'is colder than water gets')
  .max(45, 'is hotter than fish bear: typed in another unit?');
const reading = z.strictObject({ at: schema.instant, celsius });
const row = z.strictObject({
  points: z
    .array(z.strictObject({ celsius, hours: schema.positive.max(1000, 'is longer than any latency') }))
    .min(2, 'needs at least two points'),
  /** Spread between females of one row; where it is not known, `USUAL_CV` stands in and is said. */
  cv: schema.nonNegative.max(1, 'is a share: 12 % is 0.12').optional(),
});

/** Spread of latency between females where a table gives none: near the largest of Reference. `verify` */
const USUAL_CV = 0.15;

const iso = (t: number) => new Date(t).toISOString();

export const latency = defineCalculation({
  id: 'induction.latency',
  title: 'When an injected female ovulates',
  asks: 'From the last injection and the water since: when may she run, when to look first and next?',
  input: z.strictObject({
    table: row,
    from: schema.instant,
    temperatures: z.array(reading),
    checks: z.array(z.strictObject({ at: schema.instant, found: z.enum(readyFindings) })).default([]),
    leadHours: schema.nonNegative.max(240, 'is longer than any latency').default(1),
    stepMinutes: schema.positive.min(1, 'at least a minute').max(1440, 'at most a day').default(30),
    ripeHours: schema.positive.max(240, 'no eggs keep so long in her').optional(),
    now: schema.instant,
  }),
  output: z.strictObject({
    forecast: z.boolean(),
    at: z.string().nullable(),
    low: z.string().nullable(),
    high: z.string().nullable(),
    hoursLeft: z.number().nullable(),
    passed: z.number(),
    firstCheck: z.string(),
    nextCheck: z.string().nullable(),
    due: z.boolean(),
    overRipeFrom: z.string().nullable(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const at = i.table.points.map((p) => p.celsius);
    const twice = at.findIndex((c, k) => at.indexOf(c) < k);
    if (twice >= 0)
      throw new CalculationError('input', `table.points[${twice}].celsius`, `${at[twice]} °C stands twice`);
    const [from, now] = [Date.parse(i.from), Date.parse(i.now)];
    if (now < from) throw new CalculationError('input', 'now', 'lies before the injection');
    i.checks.forEach((x, k) => {
      const at = Date.parse(x.at);
      if (at < from || at > now)
        throw new CalculationError(
          'input',
          `checks[${k}].at`,
          at < from
            ? 'lies before the injection: it tells nothing of what came after'
            : 'has not been yet: only what was seen counts',
        );
    });
    const c = latencyClock({
      row: { points: i.table.points, cv: i.table.cv ?? USUAL_CV },
      from: Date.parse(i.from),
      temperatures: i.temperatures.map((t) => ({ at: Date.parse(t.at), celsius: t.celsius })),
      checks: i.checks.map((x) => ({ at: Date.parse(x.at), found: x.found })),
      leadHours: i.leadHours,
      stepMinutes: i.stepMinutes,
      ripeHours: i.ripeHours,
      now: Date.parse(i.now),
    });
    const warnings = [
      ...(i.table.cv === undefined && !c.noForecast
        ? [`the spread between females was not given: ${USUAL_CV} is taken, as tables without one commonly want`]
        : []),
      ...(c.noForecast ? [`no forecast: begin checks now. ${c.noForecast}`] : []),
      ...c.warnings,
    ];
    return {
      forecast: c.noForecast === '',
      at: c.at === null ? null : iso(c.at),
      low: c.low === null ? null : iso(c.low),
      high: c.high === null ? null : iso(c.high),
      hoursLeft: c.at === null ? null : (c.at - Date.parse(i.now)) / HOUR_MS,
      passed: c.passed,
      firstCheck: iso(c.firstCheck),
      nextCheck: c.nextCheck === null ? null : iso(c.nextCheck),
      due: c.due,
      overRipeFrom: c.overRipeFrom === null ? null : iso(c.overRipeFrom),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const steps: Step[] = [];
    if (o.at !== null) {
      const hours = (Date.parse(o.at) - Date.parse(i.from)) / HOUR_MS;
      steps.push(
        {
          name: 'rate',
          says: 'mean share of the way passed in an hour, by the table at the temperatures measured',
          expression: String(1 / hours),
          value: 1 / hours,
          unit: '1/h',
        },
        { name: 'hours', says: 'hours from the injection', expression: '1 / rate', value: hours, unit: 'h' },
        {
          name: 'since',
          says: 'hours since the injection',
          expression: String((Date.parse(i.now) - Date.parse(i.from)) / HOUR_MS),
          value: (Date.parse(i.now) - Date.parse(i.from)) / HOUR_MS,
          unit: 'h',
        },
        { name: 'hoursLeft', says: 'still to go', expression: 'hours - since', value: o.hoursLeft!, unit: 'h' },
      );
    }
    return {
      formula: '∫ dt / hours(T(t)) = 1; the table by a monotone cubic on log hours; nothing outside it',
      steps,
      notes: [`Looked at first ${i.leadHours} h before the early end, then every ${i.stepMinutes} minutes.`],
    };
  },
  source: 'Rate summation over a table of hours: method, no source; the table of a species stands in Reference',
  validWhen: 'The water stays within the table; the eggs were at the stage that the table is for.',
  cautions: [
    'Too early injures her, too late the eggs are over-ripe: the clock says when to look, the fish says when to strip.',
    'A product of degrees and hours is not constant: it is not used here.',
  ],
  example: {
    table: {
      points: [
        { celsius: 11, hours: 36 },
        { celsius: 16, hours: 22 },
      ],
      cv: 0.12,
    },
    from: '2031-04-13T20:00:00Z',
    temperatures: [
      { at: '2031-04-13T20:00:00Z', celsius: 14.8 },
      { at: '2031-04-14T06:00:00Z', celsius: 15.1 },
    ],
    checks: [],
    ripeHours: 4,
    now: '2031-04-14T08:00:00Z',
  },
});
