import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { decimals } from '../quantities/format';
import { DAY_MS } from '../time/spans';
import { usualCycleDays } from './cycle';
import { type Belief, type CycleModel, type DayEaten, PhaseFilter, usualCycle } from './phaseFilter';

/** From one day to the next: a larger step while hard sets off a moult. `verify` */
const JUMP_CELSIUS = 2.5;

const input = z.strictObject({
  meals: z
    .array(z.strictObject({ at: schema.instant, eatenG: schema.nonNegative, eatenSdG: schema.nonNegative.default(0) }))
    .min(3, 'needs three meals at least')
    .max(5000, 'are more than a season holds'),
  animals: schema.positive,
  meanG: schema.positive,
  celsius: z
    .array(z.strictObject({ at: schema.instant, celsius: z.number().min(-2, 'is colder than water gets') }))
    .min(1, 'needs at least one temperature'),
  /** Shells looked at: how many of a sample were soft, hardening, hard. */
  samples: z
    .array(
      z.strictObject({
        at: schema.instant,
        soft: schema.count.default(0),
        hardening: schema.count.default(0),
        hard: schema.count.default(0),
      }),
    )
    .max(1000, 'are more than anybody looks at')
    .default([]),
  /** Days from moult to moult, where the hatchery knows better than by size and temperature. */
  cycleDays: schema.positive.max(200, 'is no moult cycle').optional(),
  cycleCv: schema.positive.max(1, 'is no doubt of a cycle').optional(),
  jumpCelsius: schema.positive.default(JUMP_CELSIUS),
});
type Input = z.output<typeof input>;

type Shells = { soft: number; hardening: number; hard: number };
type Days = { first: number; eaten: DayEaten[]; celsius: number[]; jumped: boolean[]; shells: Map<number, Shells> };

/** Meals of each day together, the temperature of each day, and the days before which it jumped. */
function daysOf(i: Input): Days {
  const first = Math.floor(Math.min(...i.meals.map((m) => Date.parse(m.at))) / DAY_MS);
  const dayOf = (at: string) => Math.floor(Date.parse(at) / DAY_MS) - first;
  // A look after the last meal counts: it is of today.
  const length = Math.max(...[...i.meals, ...i.samples].map((m) => dayOf(m.at))) + 1;
  if (length > 800) throw new CalculationError('input', 'meals', 'lie more than two years apart');
  const eaten: DayEaten[] = Array.from({ length }, () => null);
  for (const m of i.meals) {
    const day = dayOf(m.at);
    const before = eaten[day];
    eaten[day] = {
      eatenG: (before?.eatenG ?? 0) + m.eatenG,
      sdG: Math.hypot(before?.sdG ?? 0, m.eatenSdG),
    };
  }
  const read = new Map<number, number[]>();
  for (const t of i.celsius) read.set(dayOf(t.at), [...(read.get(dayOf(t.at)) ?? []), t.celsius]);
  const means = [...read].map(([day, list]) => ({ day, celsius: list.reduce((s, c) => s + c, 0) / list.length }));
  means.sort((a, b) => a.day - b.day);
  const celsius = Array.from({ length }, (_, day) => (means.findLast((m) => m.day <= day) ?? means[0]!).celsius);
  // A jump is of neighbouring days that were both read: across a gap nobody knows how fast it was.
  const jumped = Array.from({ length }, (_, day) => {
    const [now, before] = [read.has(day - 1), read.has(day - 2)];
    return now && before && Math.abs(celsius[day - 1]! - celsius[day - 2]!) >= i.jumpCelsius;
  });
  const shells = new Map<number, Shells>();
  for (const s of i.samples) {
    const day = dayOf(s.at);
    const before = shells.get(day);
    shells.set(day, {
      soft: s.soft + (before?.soft ?? 0),
      hardening: s.hardening + (before?.hardening ?? 0),
      hard: s.hard + (before?.hard ?? 0),
    });
  }
  return { first, eaten, celsius, jumped, shells };
}

const modelOf = (i: Input, d: Days): CycleModel => ({
  ...usualCycle,
  cycleCv: i.cycleCv ?? usualCycle.cycleCv,
  cycleDays: (day) => i.cycleDays ?? usualCycleDays(i.meanG, d.celsius[Math.min(day, d.celsius.length - 1)]!),
});

/** The filter over all days of a tank. */
function follow(i: Input): { belief: Belief; days: Days; last: number } {
  const days = daysOf(i);
  const given = days.eaten.flatMap((e) => (e ? [e.eatenG] : [])).sort((a, b) => a - b);
  const firstG = given[Math.floor(0.7 * (given.length - 1))]!;
  if (firstG === 0) throw new CalculationError('input', 'meals', 'nothing was eaten: there is no appetite to read');
  const filter = new PhaseFilter(modelOf(i, days), firstG);
  for (const [day, e] of days.eaten.entries()) {
    filter.step(day, e, days.jumped[day]!);
    const shells = days.shells.get(day);
    if (shells) filter.look(shells);
  }
  const last = days.eaten.length - 1;
  return { belief: filter.belief(last), days, last };
}

const instant = (days: Days, last: number, ahead: number) =>
  new Date((days.first + last + 0.5 + ahead) * DAY_MS).toISOString();

export const calculation = defineCalculation({
  id: 'appetite.phase',
  title: 'Moult, read from the appetite',
  asks: 'Where in the moult are they, and when will they next stop eating?',
  input,
  output: z.strictObject({
    phases: z.strictObject({ soft: z.number(), hardening: z.number(), hard: z.number() }),
    /** 1: all at one phase; 0: no two alike. */
    synchrony: z.number(),
    /** Chance that they moult in step. */
    inStep: z.number(),
    /** What they eat a day between moults. */
    plateauG: z.number(),
    plateauSdG: z.number(),
    plateauPercent: z.number(),
    /** What they will eat tomorrow, if it is offered. */
    tomorrowG: z.number(),
    nextDrop: z.strictObject({ at: z.string(), low: z.string(), high: z.string() }).nullable(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const { belief: b, days, last } = follow(i);
    const warnings: string[] = [];
    if (!b.nextDrop) warnings.push('they do not moult in step: no drop can be foretold');
    const cycle = modelOf(i, days).cycleDays(last);
    if (days.eaten.length < cycle)
      warnings.push(`less than one cycle of about ${decimals(cycle, 0)} days was seen: the next drop is a guess`);
    if (days.jumped[last] || days.jumped[last - 1])
      warnings.push('the temperature jumped: a mass moult about a day later; offer less, and look for soft ones');
    const missing = days.eaten.filter((e) => !e).length;
    if (missing > days.eaten.length / 3) warnings.push(`${missing} of ${days.eaten.length} days have no meal recorded`);
    return {
      phases: { soft: b.soft, hardening: b.hardening, hard: b.hard },
      synchrony: b.synchrony,
      inStep: b.inStep,
      plateauG: b.plateauG,
      plateauSdG: b.plateauSdG,
      plateauPercent: (100 * b.plateauG) / (i.animals * i.meanG),
      tomorrowG: b.tomorrowG,
      nextDrop: b.nextDrop && {
        at: instant(days, last, b.nextDrop.days),
        low: instant(days, last, b.nextDrop.low),
        high: instant(days, last, b.nextDrop.high),
      },
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'eaten = plateau · appetite of the phase, averaged over the group; filtered day by day on a grid',
    steps: [
      {
        name: 'together',
        says: 'shares of the phases together',
        expression: `${o.phases.soft} + ${o.phases.hardening} + ${o.phases.hard}`,
        value: 1,
      },
      {
        name: 'plateauPercent',
        says: 'plateau, of their mass a day',
        expression: `100 * ${o.plateauG} / (${i.animals} * ${i.meanG})`,
        value: o.plateauPercent,
        unit: '%/day',
      },
    ],
    notes: [
      'Phase, spread of the group and length of the cycle are on the grid; the plateau is a Kalman filter on each of its points.',
    ],
  }),
  source:
    'State-space model of this project: conditionally linear filter on a grid (Rao-Blackwell; Chen and Liu 2000, J. R. Stat. Soc. B 62: 493-508); shape of the appetite and length of the cycle are starting values (verify)',
  validWhen: 'What was eaten is known for most days, and offered freely: a ration that is too small hides the moult.',
  cautions: [
    'Handle and harvest when few are soft: look at some before you decide.',
    'Illness and bad water take away the appetite too: look at them first when a drop was not foretold.',
  ],
  example: {
    meals: Array.from({ length: 24 }, (_, day) => ({
      at: new Date(Date.UTC(2031, 2, 20 + day, 18)).toISOString(),
      eatenG: [0, 9, 18].some((moult) => Math.abs(day - moult - 1) < 0.6) ? 60 : day % 9 === 0 ? 130 : 310 + 3 * day,
    })),
    animals: 1400,
    meanG: 6,
    celsius: [{ at: '2031-03-20T06:00:00Z', celsius: 28 }],
  },
});
