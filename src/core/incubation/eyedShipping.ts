import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';

/** What a shipment keeps of the age of its eggs; null where it is not known. */
export type ShippedAge = {
  days: number | null;
  degreeDays: number | null;
  toFirstHatch: number | null;
  onTheWay: number;
  left: number | null;
  iceKg: number | null;
  warnings: string[];
};

/** Melting heat of ice, 333.55 kJ/kg. */
const WATT_HOURS_PER_KG_ICE = 333.55 / 3.6;

export const calculation = defineCalculation({
  id: 'transport.eyedEggs',
  title: 'Eyed eggs in a box',
  asks: 'How many degree-days are left before the first hatch, and how much ice keeps the box cold until it is opened?',
  input: z
    .strictObject({
      degreeDaysNow: schema.positive,
      degreeDaysToFirstHatch: schema.positive,
      hours: schema.positive.max(240, 'is longer than eggs travel'),
      boxCelsius: z.number().min(0, 'eggs must not freeze').max(15, 'is too warm for a box of eggs'),
      outsideCelsius: z.number().min(-30).max(45),
      /** Heat that comes through the walls for a degree of difference; measured by the ice that melts in an empty box. */
      wallWattPerKelvin: schema.positive,
      marginShare: schema.nonNegative.max(2, 'is more than twice').default(0.5),
    })
    .refine((i) => i.degreeDaysNow < i.degreeDaysToFirstHatch, {
      path: ['degreeDaysNow'],
      error: 'is at or beyond the first hatch: they cannot travel',
    }),
  output: z.strictObject({
    degreeDaysOnTheWay: z.number(),
    degreeDaysLeft: z.number(),
    daysLeftOnArrival: z.number().nullable(),
    iceKg: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const degreeDaysOnTheWay = (i.boxCelsius * i.hours) / 24;
    const degreeDaysLeft = i.degreeDaysToFirstHatch - i.degreeDaysNow - degreeDaysOnTheWay;
    const warmth = Math.max(0, i.outsideCelsius - i.boxCelsius) * i.wallWattPerKelvin * i.hours;
    const iceKg = (warmth / WATT_HOURS_PER_KG_ICE) * (1 + i.marginShare);
    const warnings = [
      ...(degreeDaysLeft <= 0 ? ['they hatch in the box: ship sooner, colder, or not at all'] : []),
      ...(degreeDaysLeft > 0 && degreeDaysLeft < 0.1 * i.degreeDaysToFirstHatch
        ? ['they arrive in the last tenth before hatch: shocks then cost eggs']
        : []),
      ...(i.outsideCelsius < 0 ? ['it freezes outside: the box must keep frost out, not only warmth'] : []),
    ];
    return {
      degreeDaysOnTheWay,
      degreeDaysLeft,
      daysLeftOnArrival: i.boxCelsius > 0 ? Math.max(0, degreeDaysLeft / i.boxCelsius) : null,
      iceKg,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'degree-days on the way = box · hours / 24; ice = heat through the walls / 92.7 Wh a kg, with a margin',
    steps: [
      {
        name: 'degreeDaysOnTheWay',
        says: 'on the way',
        expression: `${i.boxCelsius} * ${i.hours} / 24`,
        value: o.degreeDaysOnTheWay,
        unit: '°C·d',
      },
      {
        name: 'degreeDaysLeft',
        says: 'left to the first hatch on arrival',
        expression: `${i.degreeDaysToFirstHatch} - ${i.degreeDaysNow} - degreeDaysOnTheWay`,
        value: o.degreeDaysLeft,
        unit: '°C·d',
      },
      {
        name: 'iceKg',
        says: 'ice',
        expression: `max(0, ${i.outsideCelsius} - ${i.boxCelsius}) * ${i.wallWattPerKelvin} * ${i.hours} / ${WATT_HOURS_PER_KG_ICE} * (1 + ${i.marginShare})`,
        value: o.iceKg,
        unit: 'kg',
      },
    ],
  }),
  source: 'Heat balance with the melting heat of ice (333.55 kJ/kg = 92.65 Wh/kg); degree-days: method, no source',
  validWhen: 'Eggs are eyed, shocked, picked and moist, not in standing water; melt runs over them and off.',
  cautions: [
    'Transfer between waters and countries needs its permits and health papers; disinfect on arrival by the label.',
    'Ice of treated water; temper on arrival, keep them dark.',
  ],
  example: {
    degreeDaysNow: 260,
    degreeDaysToFirstHatch: 400,
    hours: 20,
    boxCelsius: 4,
    outsideCelsius: 18,
    wallWattPerKelvin: 0.6,
  },
});
