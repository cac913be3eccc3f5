import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';

/** Chlorine is Cl₂ by mass; two thiosulphates take one: 2 · 248.18 / 70.906. */
const THIOSULPHATE_PER_CHLORINE = (2 * 248.18) / 70.906;
/** What is dosed beyond that, unless said otherwise: chlorine in town water swings by half. `verify` */
const EXCESS = 1.5;

export const minutesToDanger = defineCalculation({
  id: 'water.minutesToDanger',
  title: 'Minutes to danger when the flow stops',
  asks: 'The water stands still: how long until its oxygen is down to what they can bear?',
  input: z
    .strictObject({
      volumeL: schema.positive,
      number: schema.positive,
      oxygenMgPerL: schema.positive,
      criticalMgPerL: schema.nonNegative,
      /** mg of oxygen that one egg or larva uses in an hour. */
      useMgPerHour: schema.positive,
    })
    .refine((i) => i.criticalMgPerL < i.oxygenMgPerL, {
      path: ['oxygenMgPerL'],
      error: 'is already at or below what they can bear: act now',
    }),
  output: z.strictObject({ minutes: z.number() }),
  compute: (i) => ({ minutes: (60 * i.volumeL * (i.oxygenMgPerL - i.criticalMgPerL)) / (i.number * i.useMgPerHour) }),
  working: (i, o) => ({
    formula: 'minutes = 60 · volume · (oxygen − critical) / (number · use)',
    steps: [
      {
        name: 'minutes',
        says: 'until the water is down to it',
        expression: `60 * ${i.volumeL} * (${i.oxygenMgPerL} - ${i.criticalMgPerL}) / (${i.number} * ${i.useMgPerHour})`,
        value: o.minutes,
        unit: 'min',
      },
    ],
  }),
  source: 'Mass balance of oxygen in a closed unit: method, no source; use as measured by closing the flow',
  validWhen:
    'The unit keeps its water and is mixed. Eggs in a packed heap suffer sooner: around them the water stands.',
  cautions: ['An estimate for the order in which to run, never a licence to wait.'],
  example: { volumeL: 6, number: 40000, oxygenMgPerL: 10.5, criticalMgPerL: 6, useMgPerHour: 0.002 },
});

export const oxygenUse = defineCalculation({
  id: 'water.oxygenUse',
  title: 'Oxygen use, by closing the flow',
  asks: 'The flow was closed and the oxygen fell: how much does one egg or larva use in an hour?',
  input: z
    .strictObject({
      volumeL: schema.positive,
      number: schema.positive,
      startMgPerL: schema.positive,
      endMgPerL: schema.nonNegative,
      minutes: schema.positive,
    })
    .refine((i) => i.endMgPerL < i.startMgPerL, { path: ['endMgPerL'], error: 'must be below the start' }),
  output: z.strictObject({ useMgPerHour: z.number(), warnings: schema.warnings }),
  compute: (i) => ({
    useMgPerHour: (60 * i.volumeL * (i.startMgPerL - i.endMgPerL)) / (i.number * i.minutes),
    ...(i.startMgPerL - i.endMgPerL < 0.3
      ? {
          warnings: [
            'a fall below 0.3 mg/L is near what a probe can tell: close it a little longer, and stay beside it',
          ],
        }
      : {}),
  }),
  working: (i, o) => ({
    formula: 'use = 60 · volume · fall / (number · minutes)',
    steps: [
      {
        name: 'useMgPerHour',
        says: 'oxygen used by one in an hour',
        expression: `60 * ${i.volumeL} * (${i.startMgPerL} - ${i.endMgPerL}) / (${i.number} * ${i.minutes})`,
        value: o.useMgPerHour,
        unit: 'mg/h',
      },
    ],
  }),
  source: 'Closed respirometry: method, no source',
  validWhen: 'Closed without air above the water, for minutes only; fungus and slime breathe too.',
  cautions: [
    'Stay beside it with a hand on the valve: never below what they can bear, never inside a sensitive window.',
  ],
  example: { volumeL: 6, number: 40000, startMgPerL: 10.5, endMgPerL: 9.8, minutes: 4 },
});

export const flowForOxygen = defineCalculation({
  id: 'water.flowForOxygen',
  title: 'Flow for the oxygen they use',
  asks: 'So many of them: how much flow brings the oxygen?',
  input: z
    .strictObject({
      number: schema.positive,
      useMgPerHour: schema.positive,
      inMgPerL: schema.positive,
      outMgPerL: schema.nonNegative,
    })
    .refine((i) => i.outMgPerL < i.inMgPerL, { path: ['outMgPerL'], error: 'must be below what flows in' }),
  output: z.strictObject({ flowLPerMin: z.number() }),
  compute: (i) => ({ flowLPerMin: (i.number * i.useMgPerHour) / (60 * (i.inMgPerL - i.outMgPerL)) }),
  working: (i, o) => ({
    formula: 'flow = number · use / (60 · (in − out))',
    steps: [
      {
        name: 'flowLPerMin',
        says: 'least flow',
        expression: `${i.number} * ${i.useMgPerHour} / (60 * (${i.inMgPerL} - ${i.outMgPerL}))`,
        value: o.flowLPerMin,
        unit: 'L/min',
      },
    ],
  }),
  source: 'Mass balance of oxygen: method, no source',
  validWhen: 'Water and eggs are evenly mixed; a jar needs more to roll, a tray more where water goes past.',
  cautions: ['Waste and gas need flow too: oxygen alone is the least.'],
  example: { number: 300000, useMgPerHour: 0.002, inMgPerL: 11, outMgPerL: 8 },
});

export const turnover = defineCalculation({
  id: 'water.turnover',
  title: 'Turnover',
  asks: 'How often is the water of this unit renewed, and what does a wanted renewal need?',
  input: z
    .strictObject({
      volumeL: schema.positive,
      flowLPerMin: schema.positive.optional(),
      wantedPerDay: schema.positive.optional(),
      wantedMinutes: schema.positive.optional(),
    })
    .refine((i) => [i.flowLPerMin, i.wantedPerDay, i.wantedMinutes].filter((x) => x !== undefined).length === 1, {
      path: ['flowLPerMin'],
      error: 'give one: the flow, the wanted turnovers a day, or the wanted minutes',
    }),
  output: z.strictObject({
    flowLPerMin: z.number(),
    perDay: z.number(),
    minutes: z.number(),
    minutesFor95: z.number(),
  }),
  compute: (i) => {
    const minutes =
      i.flowLPerMin !== undefined ? i.volumeL / i.flowLPerMin : (i.wantedMinutes ?? 1440 / i.wantedPerDay!);
    return { flowLPerMin: i.volumeL / minutes, perDay: 1440 / minutes, minutes, minutesFor95: minutes * Math.log(20) };
  },
  working: (i, o) => ({
    formula: 'minutes = volume / flow; mixed, 95 % is renewed after ln 20 of them',
    steps: [
      {
        name: 'minutes',
        says: 'once',
        expression:
          i.flowLPerMin !== undefined
            ? `${i.volumeL} / ${i.flowLPerMin}`
            : i.wantedMinutes !== undefined
              ? String(i.wantedMinutes)
              : `1440 / ${i.wantedPerDay}`,
        value: o.minutes,
        unit: 'min',
      },
      { name: 'perDay', says: 'a day', expression: '1440 / minutes', value: o.perDay },
      {
        name: 'minutesFor95',
        says: 'until 95 % is new, mixed',
        expression: 'minutes * ln(20)',
        value: o.minutesFor95,
        unit: 'min',
      },
      { name: 'flowLPerMin', says: 'flow', expression: `${i.volumeL} / minutes`, value: o.flowLPerMin, unit: 'L/min' },
    ],
  }),
  source: 'A stirred vessel with steady through-flow: method, no source',
  validWhen: 'The unit is mixed; dead corners take longer.',
  cautions: [],
  example: { volumeL: 800, flowLPerMin: 14 },
});

export const exchange = defineCalculation({
  id: 'water.exchange',
  title: 'Water exchange after a breach',
  asks: 'To bring ammonia, nitrite or salt down to that: how much water is exchanged?',
  input: z
    .strictObject({
      volumeL: schema.positive,
      now: schema.positive,
      wanted: schema.nonNegative,
      fresh: schema.nonNegative.default(0),
    })
    .refine((i) => i.wanted < i.now, { path: ['wanted'], error: 'must be below what it is now' })
    .refine((i) => i.wanted > i.fresh, { path: ['wanted'], error: 'must be above what the fresh water has' }),
  output: z.strictObject({ share: z.number(), atOnceL: z.number(), flowingL: z.number() }),
  compute: (i) => {
    const share = (i.now - i.wanted) / (i.now - i.fresh);
    return {
      share,
      atOnceL: share * i.volumeL,
      flowingL: i.volumeL * Math.log((i.now - i.fresh) / (i.wanted - i.fresh)),
    };
  },
  working: (i, o) => ({
    formula:
      'share = (now − wanted) / (now − fresh); flowing through a mixed unit: volume · ln((now − fresh) / (wanted − fresh))',
    steps: [
      {
        name: 'share',
        says: 'drained and filled at once',
        expression: `(${i.now} - ${i.wanted}) / (${i.now} - ${i.fresh})`,
        value: o.share,
      },
      { name: 'atOnceL', says: 'that is', expression: `share * ${i.volumeL}`, value: o.atOnceL, unit: 'L' },
      {
        name: 'flowingL',
        says: 'or let through while mixed',
        expression: `${i.volumeL} * ln((${i.now} - ${i.fresh}) / (${i.wanted} - ${i.fresh}))`,
        value: o.flowingL,
        unit: 'L',
      },
    ],
  }),
  source: 'Dilution: method, no source',
  validWhen: 'Fresh and old water have the same temperature and pH, or are tempered; nothing is added meanwhile.',
  cautions: ['Temperature and pH first: a fast exchange is a shock. Lower slowly, refill gently beside the eggs.'],
  example: { volumeL: 800, now: 0.9, wanted: 0.3 },
});

export const dechlorination = defineCalculation({
  id: 'water.dechlorination',
  title: 'Chlorine and the neutraliser',
  asks: 'How much neutraliser does this town water need, and how long is there if its pump stops?',
  input: z
    .strictObject({
      flowLPerMin: schema.positive,
      chlorineMgPerL: schema.positive,
      /** Water between the neutraliser and the animals, and in the unit: it dilutes what comes. */
      mixedVolumeL: schema.positive,
      criticalMgPerL: schema.positive,
      stockGPerL: schema.positive.optional(),
      /** Times what the reaction takes: mixing is never perfect, and chlorine swings. */
      excess: z.number().min(1, 'at least 1: no excess').max(5, 'is more than any rule asks').default(EXCESS),
    })
    .refine((i) => i.stockGPerL === undefined || i.stockGPerL < 700, {
      path: ['stockGPerL'],
      error: 'is more than dissolves in a litre',
    }),
  output: z.strictObject({
    thiosulphateGPerHour: z.number(),
    pumpMlPerHour: z.number().optional(),
    minutesOfReserve: z.number().nullable(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const thiosulphateGPerHour = (60 * i.flowLPerMin * i.chlorineMgPerL * THIOSULPHATE_PER_CHLORINE * i.excess) / 1000;
    return {
      thiosulphateGPerHour,
      ...(i.stockGPerL === undefined ? {} : { pumpMlPerHour: (1000 * thiosulphateGPerHour) / i.stockGPerL }),
      minutesOfReserve:
        i.criticalMgPerL >= i.chlorineMgPerL
          ? null
          : (-i.mixedVolumeL / i.flowLPerMin) * Math.log(1 - i.criticalMgPerL / i.chlorineMgPerL),
      warnings: [
        ...(i.excess < 1.2
          ? ['without an excess every rise of the chlorine comes through: dose at least a fifth more']
          : []),
        'chloramine leaves its ammonia behind: measure it, and what the biofilter does with it',
      ],
    };
  },
  working: (i, o) => {
    return {
      formula:
        'two thiosulphates (pentahydrate) take one chlorine: 2 · 248.18 / 70.906 mg a mg; unneutralised it washes in as c · (1 − exp(−t·flow/volume))',
      steps: [
        {
          name: 'perMg',
          says: 'neutraliser a mg of chlorine',
          expression: '2 * 248.18 / 70.906',
          value: THIOSULPHATE_PER_CHLORINE,
          unit: 'mg/mg',
        },
        {
          name: 'thiosulphateGPerHour',
          says: 'neutraliser an hour',
          expression: `60 * ${i.flowLPerMin} * ${i.chlorineMgPerL} * perMg * ${i.excess} / 1000`,
          value: o.thiosulphateGPerHour,
          unit: 'g/h',
        },
        ...(o.pumpMlPerHour === undefined
          ? []
          : [
              {
                name: 'pumpMlPerHour',
                says: 'of the stock',
                expression: `1000 * thiosulphateGPerHour / ${i.stockGPerL}`,
                value: o.pumpMlPerHour,
                unit: 'mL/h',
              },
            ]),
        ...(o.minutesOfReserve === null
          ? []
          : [
              {
                name: 'minutesOfReserve',
                says: 'if its pump stops',
                expression: `-${i.mixedVolumeL} / ${i.flowLPerMin} * ln(1 - ${i.criticalMgPerL} / ${i.chlorineMgPerL})`,
                value: o.minutesOfReserve,
                unit: 'min',
              },
            ]),
      ],
    };
  },
  source:
    'Stoichiometry of 2 S₂O₃²⁻ + Cl₂ → S₄O₆²⁻ + 2 Cl⁻ with molar masses 248.18 and 70.906; mixing: method, no source',
  validWhen: 'Free chlorine; the water between is mixed. With chloramine the neutraliser takes longer.',
  cautions: [
    'An alarm on the pump, and a valve that closes when it stops, are worth more than these minutes.',
    'Measure residual chlorine where the eggs stand, daily.',
  ],
  example: { flowLPerMin: 30, chlorineMgPerL: 0.5, mixedVolumeL: 600, criticalMgPerL: 0.02, stockGPerL: 100 },
});
