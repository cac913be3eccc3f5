import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { waterDensity, waterViscosity } from '../water/density';

const GRAVITY = 9.80665;
const celsius = z.number().min(0, 'must be 0 to 40 °C').max(40, 'must be 0 to 40 °C: typed in another unit?');

/**
 * Upward speed at which a bed of round eggs just begins to lift and roll, m/s: Wen and Yu 1966 (AIChE J. 12: 610-612),
 * Re = √(33.7² + 0.0408 Ar) − 33.7 with Ar = d³ ρ (ρₑ − ρ) g / μ².
 */
export function rollingSpeed(diameterMm: number, eggDensityKgPerM3: number, atCelsius: number): number {
  const d = diameterMm / 1000;
  const rho = waterDensity(atCelsius);
  const mu = waterViscosity(atCelsius);
  const archimedes = (d ** 3 * rho * (eggDensityKgPerM3 - rho) * GRAVITY) / mu ** 2;
  const reynolds = Math.sqrt(33.7 ** 2 + 0.0408 * archimedes) - 33.7;
  return (reynolds * mu) / (rho * d);
}

/**
 * By how much the flow of a jar has to change when its water does, as a share: −0.07 is seven per cent less. The jar's
 * width drops out of it.
 */
export const rollingChange = (diameterMm: number, eggDensityKgPerM3: number, from: number, to: number): number =>
  rollingSpeed(diameterMm, eggDensityKgPerM3, to) / rollingSpeed(diameterMm, eggDensityKgPerM3, from) - 1;

/** From such a change on a jar is set anew. */
export const RESET_FROM = 0.05;

export const calculation = defineCalculation({
  id: 'incubation.rolling',
  title: 'Flow that rolls a jar',
  asks: 'At which flow do these eggs just roll, and what does a change of temperature do to a jar left alone?',
  input: z.strictObject({
    eggDiameterMm: schema.positive.max(12, 'is larger than any fish egg here'),
    eggDensityKgPerM3: z.number().gt(1001, 'must be heavier than water').max(1200, 'is heavier than fish eggs are'),
    jarDiameterCm: schema.positive,
    celsius,
    /** The temperature that the water will go to. */
    toCelsius: celsius.optional(),
  }),
  output: z.strictObject({
    flowLPerMin: z.number(),
    speedMmPerS: z.number(),
    toFlowLPerMin: z.number().optional(),
    change: z.number().optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const area = (Math.PI * (i.jarDiameterCm / 100) ** 2) / 4;
    const flowAt = (c: number) => rollingSpeed(i.eggDiameterMm, i.eggDensityKgPerM3, c) * area * 60_000;
    const flowLPerMin = flowAt(i.celsius);
    const to = i.toCelsius === undefined ? undefined : flowAt(i.toCelsius);
    const warnings =
      to === undefined
        ? []
        : to < (1 - RESET_FROM) * flowLPerMin
          ? [
              `colder water lifts more: close the jar by ${Math.round(100 * (1 - to / flowLPerMin))} %, or eggs go over the lip`,
            ]
          : to > (1 + RESET_FROM) * flowLPerMin
            ? [
                `warmer water lifts less: open the jar by ${Math.round(100 * (to / flowLPerMin - 1))} %, or they stack and smother`,
              ]
            : [];
    return {
      flowLPerMin,
      speedMmPerS: 1000 * rollingSpeed(i.eggDiameterMm, i.eggDensityKgPerM3, i.celsius),
      ...(to === undefined ? {} : { toFlowLPerMin: to, change: to / flowLPerMin - 1 }),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const rho = waterDensity(i.celsius);
    const mu = waterViscosity(i.celsius);
    const d = i.eggDiameterMm / 1000;
    const ar = (d ** 3 * rho * (i.eggDensityKgPerM3 - rho) * GRAVITY) / mu ** 2;
    return {
      formula: 'Re = √(33.7² + 0.0408 Ar) − 33.7; Ar = d³ ρ (ρₑ − ρ) g / μ²; speed = Re μ / (ρ d)',
      steps: [
        { name: 'rho', says: 'density of the water', expression: String(rho), value: rho, unit: 'kg/m³' },
        {
          name: 'mu',
          says: 'viscosity',
          expression: `2.414e-5 * 10^(247.8 / (${i.celsius} + 133.15))`,
          value: mu,
          unit: 'Pa·s',
        },
        {
          name: 'Ar',
          says: 'Archimedes number',
          expression: `${d}^3 * rho * (${i.eggDensityKgPerM3} - rho) * ${GRAVITY} / mu^2`,
          value: ar,
        },
        {
          name: 'Re',
          says: 'Reynolds number',
          expression: 'sqrt(33.7^2 + 0.0408 * Ar) - 33.7',
          value: Math.sqrt(33.7 ** 2 + 0.0408 * ar) - 33.7,
        },
        {
          name: 'speedMmPerS',
          says: 'upward speed',
          expression: `1000 * Re * mu / (rho * ${d})`,
          value: o.speedMmPerS,
          unit: 'mm/s',
        },
        {
          name: 'flowLPerMin',
          says: 'flow',
          expression: `speedMmPerS / 1000 * ${Math.PI} * (${i.jarDiameterCm} / 100)^2 / 4 * 60000`,
          value: o.flowLPerMin,
          unit: 'L/min',
        },
      ],
    };
  },
  source:
    'Wen and Yu 1966, AIChE J. 12: 610-612; viscosity: Al-Shemmeri 2012; density: Kell 1975, J. Chem. Eng. Data 20: 97-105',
  validWhen:
    'Round eggs that do not stick, in a straight jar; a jar with a narrow foot rolls sooner. Set it by eye, use the change.',
  cautions: ['Gentle rolling always: look at the bed after each change, and at the lip.'],
  example: { eggDiameterMm: 2.5, eggDensityKgPerM3: 1060, jarDiameterCm: 15, celsius: 12, toCelsius: 9 },
});
