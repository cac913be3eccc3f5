import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { decimals } from '../quantities/format';
import { thresholds } from '../thresholds';
import { oxygenSaturation, standardPressureKpa } from './oxygen';

const ATMOSPHERE_KPA = 101.325;
/** Dry air by volume; the traces (0.04 %) are counted with nitrogen. */
const AIR = { oxygen: 0.20946, nitrogen: 1 - 0.20946 - 0.00934, argon: 0.00934 };
/** A metre of fresh water presses so much. */
const KPA_PER_METRE = 9.80665;

/** Vapour pressure over fresh water, kPa: the term of Benson and Krause 1984. */
export function vapourKpa(celsius: number): number {
  const t = celsius + 273.15;
  return ATMOSPHERE_KPA * Math.exp(11.8571 - 3840.7 / t - 216961 / t ** 2);
}

/**
 * Solubility of a gas at equilibrium with moist air at one atmosphere, µmol/kg: Hamme and Emerson 2004 (Deep-Sea Research
 * I 51: 1517-1528), the equation and coefficients of table 4.
 */
function dissolved(a: readonly number[], b: readonly number[], celsius: number, salinityPpt: number): number {
  const t = Math.log((298.15 - celsius) / (273.15 + celsius));
  const polynomial = (c: readonly number[]) => c.reduceRight((sum, x) => sum * t + x, 0);
  return Math.exp(polynomial(a) + salinityPpt * polynomial(b));
}

/** @example nitrogenSaturation(10, 35) // 500.885 */
export const nitrogenSaturation = (celsius: number, salinityPpt = 0) =>
  dissolved([6.42931, 2.92704, 4.32531, 4.69149], [-7.44129e-3, -8.02566e-3, -1.46775e-2], celsius, salinityPpt);
/** @example argonSaturation(10, 35) // 13.4622 */
export const argonSaturation = (celsius: number, salinityPpt = 0) =>
  dissolved([2.7915, 3.17609, 4.13116, 4.90379], [-6.96233e-3, -7.6667e-3, -1.16888e-2], celsius, salinityPpt);

/** How many times a gas that does not leave presses harder after warming: the ratio of what the water can hold. */
const pressed = (at: (c: number) => number, from: number, to: number) =>
  at(from) / (ATMOSPHERE_KPA - vapourKpa(from)) / (at(to) / (ATMOSPHERE_KPA - vapourKpa(to)));

export const calculation = defineCalculation({
  id: 'water.gasPressure',
  title: 'Gas after heating or pumping',
  asks: 'Warmed, or pumped with air drawn in: is the water over-saturated with gas, and how deep would be safe?',
  input: z.strictObject({
    fromCelsius: z.number().min(0, 'must be 0 to 40 °C').max(40, 'must be 0 to 40 °C: typed in another unit?'),
    toCelsius: z.number().min(0, 'must be 0 to 40 °C').max(40, 'must be 0 to 40 °C: typed in another unit?'),
    oxygenPercent: z.number().min(0, 'cannot be negative').max(400, 'is more than water takes up').optional(),
    nitrogenPercent: z.number().min(0, 'cannot be negative').max(300, 'is more than water takes up').optional(),
    /** Depth, or head of the pump, at which air is pressed into it. */
    airAtDepthM: schema.nonNegative.max(100, 'is deeper than any pump here').optional(),
    altitudeM: z.number().min(-450, 'is below any land').max(6000, 'is above any hatchery').optional(),
  }),
  output: z.strictObject({
    totalPercent: z.number(),
    overPressureKpa: z.number(),
    oxygenPercent: z.number(),
    nitrogenPercent: z.number(),
    safeDepthM: z.number(),
    degas: z.boolean(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const g = gases(i);
    const warnings: string[] = [];
    if (g.totalPercent > thresholds.gasLimit.value)
      warnings.push(
        `${decimals(g.totalPercent, 0)} % total gas: degas before it reaches eggs and larvae (tower, spray, cascade, vacuum), look for bubbles in yolk, eyes and fins`,
      );
    if (i.toCelsius < i.fromCelsius) warnings.push('chilled water takes up gas: look at oxygen when it warms again');
    return {
      totalPercent: g.totalPercent,
      overPressureKpa: g.total - g.pressure,
      oxygenPercent: (100 * g.oxygen) / (AIR.oxygen * (g.pressure - g.vapour)),
      nitrogenPercent: (100 * (g.nitrogen + g.argon)) / ((AIR.nitrogen + AIR.argon) * (g.pressure - g.vapour)),
      safeDepthM: Math.max(0, g.total - g.pressure) / KPA_PER_METRE,
      degas: g.totalPercent > thresholds.gasLimit.value,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const g = gases(i);
    return {
      formula: 'each gas keeps its amount: its pressure rises by what the water held before over what it holds after',
      steps: [
        {
          name: 'pressure',
          says: 'air pressure at the station',
          expression: String(g.pressure),
          value: g.pressure,
          unit: 'kPa',
        },
        { name: 'oxygen', says: 'oxygen', expression: String(g.oxygen), value: g.oxygen, unit: 'kPa' },
        { name: 'nitrogen', says: 'nitrogen', expression: String(g.nitrogen), value: g.nitrogen, unit: 'kPa' },
        { name: 'argon', says: 'argon', expression: String(g.argon), value: g.argon, unit: 'kPa' },
        {
          name: 'vapour',
          says: 'vapour of the warm water',
          expression: String(g.vapour),
          value: g.vapour,
          unit: 'kPa',
        },
        {
          name: 'overPressureKpa',
          says: 'above the air',
          expression: 'oxygen + nitrogen + argon + vapour - pressure',
          value: o.overPressureKpa,
          unit: 'kPa',
        },
        {
          name: 'safeDepthM',
          says: 'depth that keeps bubbles in',
          expression: `max(0, overPressureKpa) / ${KPA_PER_METRE}`,
          value: o.safeDepthM,
          unit: 'm',
        },
        {
          name: 'totalPercent',
          says: 'total gas pressure',
          expression: '100 * (overPressureKpa + pressure) / pressure',
          value: o.totalPercent,
          unit: '%',
        },
      ],
    };
  },
  source:
    'Colt 1984, total gas pressure from partial pressures; oxygen by Benson and Krause 1984, nitrogen and argon by Hamme and Emerson 2004, Deep-Sea Research I 51: 1517-1528',
  validWhen: 'Fresh water, heated or pumped in a closed pipe without contact to air on the way.',
  cautions: ['Measure it with a gas pressure meter where eggs and larvae stand: this is what heating alone does.'],
  example: { fromCelsius: 4, toCelsius: 10, altitudeM: 200 },
});

function gases(i: {
  fromCelsius: number;
  toCelsius: number;
  oxygenPercent?: number;
  nitrogenPercent?: number;
  airAtDepthM?: number;
  altitudeM?: number;
}) {
  const pressure = i.altitudeM === undefined ? ATMOSPHERE_KPA : standardPressureKpa(i.altitudeM);
  // Air pressed in at depth comes to equilibrium with the pressure there, at most.
  const dry = pressure + (i.airAtDepthM ?? 0) * KPA_PER_METRE - vapourKpa(i.fromCelsius);
  const before = (share: number, percent: number | undefined) => share * dry * ((percent ?? 100) / 100);
  const warm = (at: (c: number) => number) => pressed(at, i.fromCelsius, i.toCelsius);
  const oxygen = before(AIR.oxygen, i.oxygenPercent) * warm((c) => oxygenSaturation(c));
  const nitrogen = before(AIR.nitrogen, i.nitrogenPercent) * warm((c) => nitrogenSaturation(c));
  const argon = before(AIR.argon, i.nitrogenPercent) * warm((c) => argonSaturation(c));
  const vapour = vapourKpa(i.toCelsius);
  const total = oxygen + nitrogen + argon + vapour;
  return { pressure, oxygen, nitrogen, argon, vapour, total, totalPercent: (100 * total) / pressure };
}
