import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';

const celsius = z
  .number()
  .min(-1, 'is colder than water gets')
  .max(60, 'is hotter than any tap here: typed in another unit?');

/** Heat to warm a kilogram of water by a degree, and to melt a kilogram of ice, kJ. */
const WATER_KJ = 4.186;
const MELTING_KJ = 333.55;

export const mix = defineCalculation({
  id: 'water.mix',
  title: 'Hot and cold mixed',
  asks: 'For this flow at that temperature: how far is each valve opened?',
  input: z.strictObject({
    coldCelsius: celsius,
    hotCelsius: celsius,
    wantedCelsius: celsius,
    flowLPerMin: schema.positive,
  }),
  output: z.strictObject({ hotLPerMin: z.number(), coldLPerMin: z.number(), hotShare: z.number() }),
  compute: (i) => {
    if (i.hotCelsius <= i.coldCelsius)
      throw new CalculationError('input', 'hotCelsius', 'must be warmer than the cold');
    if (i.wantedCelsius < i.coldCelsius)
      throw new CalculationError(
        'input',
        'wantedCelsius',
        `is below the cold water (${i.coldCelsius} °C): mixing cannot chill; a chiller or ice can`,
      );
    if (i.wantedCelsius > i.hotCelsius)
      throw new CalculationError('input', 'wantedCelsius', `is above the hot water (${i.hotCelsius} °C)`);
    const hotShare = (i.wantedCelsius - i.coldCelsius) / (i.hotCelsius - i.coldCelsius);
    return { hotShare, hotLPerMin: hotShare * i.flowLPerMin, coldLPerMin: (1 - hotShare) * i.flowLPerMin };
  },
  working: (i, o) => ({
    formula: 'share of hot = (wanted − cold) / (hot − cold)',
    steps: [
      {
        name: 'hotShare',
        says: 'share of hot',
        expression: `(${i.wantedCelsius} - ${i.coldCelsius}) / (${i.hotCelsius} - ${i.coldCelsius})`,
        value: o.hotShare,
      },
      {
        name: 'hotLPerMin',
        says: 'hot',
        expression: `hotShare * ${i.flowLPerMin}`,
        value: o.hotLPerMin,
        unit: 'L/min',
      },
      {
        name: 'coldLPerMin',
        says: 'cold',
        expression: `${i.flowLPerMin} - hotLPerMin`,
        value: o.coldLPerMin,
        unit: 'L/min',
      },
    ],
  }),
  source: 'Heat balance of mixed water: method, no source',
  validWhen: 'Both waters are fit for eggs: hot tap water may carry copper, chlorine and gas.',
  cautions: [
    'Read the mixed water before it reaches the eggs, and again after some minutes.',
    'Warmed water gives off gas: degas it.',
  ],
  example: { coldCelsius: 6, hotCelsius: 38, wantedCelsius: 9, flowLPerMin: 12 },
});

export const ice = defineCalculation({
  id: 'transport.ice',
  title: 'Ice for a tank',
  asks: 'To bring this water down to that temperature: how much ice?',
  input: z
    .strictObject({
      volumeL: schema.positive,
      fromCelsius: celsius,
      toCelsius: celsius.min(
        0.5,
        'at 0 °C ice does not melt any more, and fish freeze: ice cannot bring it below 0.5 °C',
      ),
      iceCelsius: z.number().max(0, 'ice is at or below 0 °C').min(-40, 'is colder than ice is kept').optional(),
      /** Water that flows in warm meanwhile, or heat that comes through the walls. */
      inflowLPerHour: schema.nonNegative.optional(),
      heatW: schema.nonNegative.optional(),
      hours: schema.nonNegative.optional(),
    })
    .refine((i) => i.toCelsius < i.fromCelsius, { path: ['toCelsius'], error: 'must be below where it is' }),
  output: z.strictObject({ iceKg: z.number(), perHourKg: z.number(), meltL: z.number(), warnings: schema.warnings }),
  compute: (i) => {
    const perKg = iceTakes(i);
    const perHourKg =
      ((i.inflowLPerHour ?? 0) * WATER_KJ * (i.fromCelsius - i.toCelsius) + (i.heatW ?? 0) * 3.6) / perKg;
    const iceKg = (i.volumeL * WATER_KJ * (i.fromCelsius - i.toCelsius)) / perKg + perHourKg * (i.hours ?? 0);
    const warnings =
      i.fromCelsius - i.toCelsius > 2 ? ['cool in steps: look at the species’ largest change an hour'] : [];
    return { iceKg, perHourKg, meltL: iceKg, ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => ({
    formula: 'ice · (melting heat + warming of ice and melt) = volume · 4.186 · cooling + heat that comes in',
    steps: [
      {
        name: 'perKg',
        says: 'heat that a kilogram of ice takes',
        expression: `${MELTING_KJ} + 2.1 * ${-(i.iceCelsius ?? 0)} + ${WATER_KJ} * ${i.toCelsius}`,
        value: iceTakes(i),
        unit: 'kJ/kg',
      },
      {
        name: 'perHourKg',
        says: 'to hold it, an hour',
        expression: `(${i.inflowLPerHour ?? 0} * ${WATER_KJ} * (${i.fromCelsius} - ${i.toCelsius}) + ${i.heatW ?? 0} * 3.6) / perKg`,
        value: o.perHourKg,
        unit: 'kg/h',
      },
      {
        name: 'iceKg',
        says: 'ice',
        expression: `${i.volumeL} * ${WATER_KJ} * (${i.fromCelsius} - ${i.toCelsius}) / perKg + perHourKg * ${i.hours ?? 0}`,
        value: o.iceKg,
        unit: 'kg',
      },
    ],
  }),
  source: 'Heat balance with the melting heat of ice, 333.55 kJ/kg, and heat capacities 4.186 and 2.1 kJ/(kg K)',
  validWhen: 'The ice melts in the tank; ice of treated water, in closed bags, adds no chlorine.',
  cautions: ['Ice from the tap carries chlorine: keep it in closed bags. It must not touch eggs.'],
  example: { volumeL: 300, fromCelsius: 11, toCelsius: 8 },
});

/** Heat that a kilogram of ice takes until it is water of the wanted temperature, kJ. */
function iceTakes(i: { toCelsius: number; iceCelsius?: number }): number {
  return MELTING_KJ + 2.1 * -(i.iceCelsius ?? 0) + WATER_KJ * i.toCelsius;
}

/** Largest change at once where the species' own is not known, °C: what the hardiest of Reference bears. */
const GENERAL_STEP = 3;
const MOST_STEPS = 400;

export const temper = defineCalculation({
  id: 'transport.temper',
  title: 'Tempering',
  asks: 'From this water to that: in which steps, how much water exchanged each time, and how long in all?',
  input: z
    .strictObject({
      fromCelsius: celsius,
      toCelsius: celsius,
      maxStepCelsius: schema.positive,
      minutesPerStep: schema.positive,
      volumeL: schema.positive.optional(),
      /** The species' largest change at once: above it the schedule is refused. */
      speciesStepCelsius: schema.positive.max(5, 'is more than any species bears at once').optional(),
    })
    .refine((i) => i.fromCelsius !== i.toCelsius, { path: ['toCelsius'], error: 'is the same: nothing to temper' })
    .refine((i) => Math.abs(i.toCelsius - i.fromCelsius) / i.maxStepCelsius <= MOST_STEPS, {
      path: ['maxStepCelsius'],
      error: `makes more than ${MOST_STEPS} steps: no probe tells them apart`,
    })
    .superRefine((i, context) => {
      const most = i.speciesStepCelsius ?? GENERAL_STEP;
      if (i.maxStepCelsius > most + 1e-9)
        context.addIssue({
          code: 'custom',
          path: ['maxStepCelsius'],
          message: `${i.maxStepCelsius} °C at once is more than ${i.speciesStepCelsius === undefined ? 'any eggs or young fish are taken to bear' : 'the species bears'}, ${most} °C: take smaller steps`,
        });
    }),
  output: z.strictObject({
    steps: z.array(
      z.strictObject({
        minute: z.number(),
        celsius: z.number(),
        exchangeShare: z.number(),
        exchangeL: z.number().optional(),
      }),
    ),
    totalMinutes: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const count = Math.ceil(Math.abs(i.toCelsius - i.fromCelsius) / i.maxStepCelsius - 1e-9);
    const step = (i.toCelsius - i.fromCelsius) / count;
    const steps = Array.from({ length: count }, (_, k) => {
      const before = i.fromCelsius + k * step;
      const share = step / (i.toCelsius - before);
      return {
        minute: k * i.minutesPerStep,
        celsius: before + step,
        exchangeShare: share,
        ...(i.volumeL === undefined ? {} : { exchangeL: share * i.volumeL }),
      };
    });
    return { steps, totalMinutes: count * i.minutesPerStep };
  },
  working: (i, o) => ({
    formula: 'share exchanged = step / (new water − water in the vessel); the last step is a full exchange',
    steps: [
      {
        name: 'count',
        says: 'steps',
        expression: `ceil(abs(${i.toCelsius} - ${i.fromCelsius}) / ${i.maxStepCelsius} - 1e-9)`,
        value: o.steps.length,
      },
      {
        name: 'step',
        says: 'each',
        expression: `(${i.toCelsius} - ${i.fromCelsius}) / count`,
        value: (i.toCelsius - i.fromCelsius) / o.steps.length,
        unit: '°C',
      },
      {
        name: 'firstShare',
        says: 'of the water exchanged first',
        expression: `step / (${i.toCelsius} - ${i.fromCelsius})`,
        value: o.steps[0]!.exchangeShare,
      },
      {
        name: 'totalMinutes',
        says: 'in all',
        expression: `count * ${i.minutesPerStep}`,
        value: o.totalMinutes,
        unit: 'min',
      },
    ],
  }),
  source: 'Heat balance of mixed water: method, no source; the step is the species’ own',
  validWhen: 'Each exchange is mixed and left for its minutes before the next is begun.',
  cautions: ['Pour beside the eggs, never on them. Oxygen and pH differ between waters too.'],
  example: { fromCelsius: 9, toCelsius: 5, maxStepCelsius: 1, minutesPerStep: 20, volumeL: 20 },
});
