import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';

/**
 * Prey per mL after some hours: eaten at an even rate until none is left, and washed out by the flow at the same time.
 * dN/dt = −g − k N, so N = (N₀ + g/k) e^(−kt) − g/k.
 * @param eatenPerMlHour g @param perHour k, flow over volume
 */
export function densityAfter(perMl: number, eatenPerMlHour: number, perHour: number, hours: number): number {
  const left =
    perHour === 0
      ? perMl - eatenPerMlHour * hours
      : (perMl + eatenPerMlHour / perHour) * Math.exp(-perHour * hours) - eatenPerMlHour / perHour;
  return Math.max(0, left);
}

export const calculation = defineCalculation({
  id: 'liveFeed.density',
  title: 'Prey to add',
  asks: 'How many prey bring the tank to the wanted density, and how many are left later?',
  input: z.strictObject({
    volumeL: schema.positive,
    targetPerMl: schema.positive,
    /** As sampled before the meal. */
    residualPerMl: schema.nonNegative.default(0),
    larvae: schema.nonNegative.optional(),
    eatenPerLarvaPerDay: schema.nonNegative.optional(),
    flowLPerMin: schema.nonNegative.default(0),
    hours: schema.nonNegative.optional(),
  }),
  output: z.strictObject({
    toAdd: z.number(),
    /** Per mL after the hours. */
    after: z.number().optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const { start, eaten, perHour } = course(i);
    const after = i.hours === undefined ? undefined : densityAfter(start, eaten, perHour, i.hours);
    const warnings: string[] = [];
    if (i.residualPerMl > i.targetPerMl)
      warnings.push('more is left than wanted: add nothing, and look why they do not eat');
    if (after === 0 && i.hours! > 0) warnings.push('none is left by then: feed sooner, or more');
    // With the inflow closed more would be left: worth doing where the flow takes more than the larvae do.
    if (i.hours !== undefined && perHour * start > eaten && eaten > 0)
      warnings.push(
        'the flow washes out more than they eat: close it for some minutes at the meal, with an eye on oxygen',
      );
    return {
      toAdd: Math.max(0, i.targetPerMl - i.residualPerMl) * i.volumeL * 1000,
      ...(after === undefined ? {} : { after }),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const { start, eaten, perHour } = course(i);
    return {
      formula: 'to add = (wanted − left) · volume; later N = (N₀ + g/k) e^(−kt) − g/k, not below nought',
      steps: [
        {
          name: 'toAdd',
          says: 'prey to add',
          expression: `max(0, ${i.targetPerMl} - ${i.residualPerMl}) * ${i.volumeL} * 1000`,
          value: o.toAdd,
        },
        ...(o.after === undefined
          ? []
          : [
              {
                name: 'g',
                says: 'eaten, per mL and hour',
                expression: `${i.larvae ?? 0} * ${i.eatenPerLarvaPerDay ?? 0} / 24 / (${i.volumeL} * 1000)`,
                value: eaten,
              },
              {
                name: 'k',
                says: 'washed out, per hour',
                expression: `${i.flowLPerMin} * 60 / ${i.volumeL}`,
                value: perHour,
              },
              {
                name: 'after',
                says: `per mL after ${i.hours} h`,
                expression:
                  perHour === 0
                    ? `max(0, ${start} - g * ${i.hours})`
                    : `max(0, (${start} + g / k) * exp(-k * ${i.hours}) - g / k)`,
                value: o.after,
                unit: 'per mL',
              },
            ]),
      ],
    };
  },
  source: 'Mass balance of a mixed tank with even grazing: method, no source',
  validWhen: 'Prey is spread evenly and neither grows nor dies meanwhile.',
  cautions: ['Prey gathers in light and corners: sample at several places.'],
  example: {
    volumeL: 400,
    targetPerMl: 5,
    residualPerMl: 0.8,
    larvae: 16_000,
    eatenPerLarvaPerDay: 180,
    flowLPerMin: 1.5,
    hours: 4,
  },
});

function course(i: {
  volumeL: number;
  targetPerMl: number;
  residualPerMl: number;
  larvae?: number | undefined;
  eatenPerLarvaPerDay?: number | undefined;
  flowLPerMin: number;
}): { start: number; eaten: number; perHour: number } {
  if ((i.larvae === undefined) !== (i.eatenPerLarvaPerDay === undefined))
    throw new CalculationError(
      'input',
      i.larvae === undefined ? 'larvae' : 'eatenPerLarvaPerDay',
      'is needed with the other: what is eaten follows from both',
    );
  return {
    start: Math.max(i.targetPerMl, i.residualPerMl),
    eaten: ((i.larvae ?? 0) * (i.eatenPerLarvaPerDay ?? 0)) / 24 / (i.volumeL * 1000),
    perHour: (i.flowLPerMin * 60) / i.volumeL,
  };
}
