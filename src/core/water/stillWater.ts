import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { thresholds } from '../thresholds';

/** Mass, temperature at which the use of Reference stands. */
const [AT_G, AT_CELSIUS] = [100, 15];

/**
 * Oxygen that fish use, mg for a kilogram and hour: a · (W/100)^b · e^(c (T − 15)). Smaller fish use more for a
 * kilogram, warmer ones more, fed and frightened ones up to twice as much.
 */
export const fishUse = (massG: number, celsius: number): number =>
  thresholds.fishUse.value *
  (massG / AT_G) ** thresholds.fishUseMass.value *
  Math.exp(thresholds.fishUseWarmth.value * (celsius - AT_CELSIUS));

export type Still = {
  volumeL: number;
  massKg: number;
  useMgPerKgHour: number;
  /** Oxygen in it now, and at which they die, mg/L. */
  oxygenMgPerL: number;
  criticalMgPerL: number;
  /** Water that still runs in, and what it brings. */
  inflow?: { flowLPerMin: number; oxygenMgPerL: number };
};

/**
 * Minutes until the oxygen of a mixed tank is down to a concentration: without inflow by the plain balance, with one
 * along C(t) = C∞ + (C0 − C∞) e^(−Q t / V), C∞ = inflow − use / Q. @returns null where it never is; 0 where it is
 */
export function minutesLeft(s: Still): number | null {
  if (s.oxygenMgPerL <= s.criticalMgPerL) return 0;
  const usePerMin = (s.massKg * s.useMgPerKgHour) / 60;
  const q = s.inflow?.flowLPerMin ?? 0;
  if (q <= 0) return usePerMin <= 0 ? null : (s.volumeL * (s.oxygenMgPerL - s.criticalMgPerL)) / usePerMin;
  const end = s.inflow!.oxygenMgPerL - usePerMin / q;
  return end >= s.criticalMgPerL ? null : (s.volumeL / q) * Math.log((s.oxygenMgPerL - end) / (s.criticalMgPerL - end));
}

/**
 * Minutes until water that is no longer warmed or cooled is out of what they bear, in a mixed tank through which water of
 * another temperature runs: T(t) = Ts + (T0 − Ts) e^(−Q t / V). @returns null where it stays within; 0 where it is out
 */
export function minutesOfWarmth(
  t: { volumeL: number; flowLPerMin: number; celsius: number; sourceCelsius: number },
  bears: { low?: number; high?: number },
): number | null {
  const { celsius: now, sourceCelsius: source } = t;
  const bound = source > now ? bears.high : bears.low;
  if (bound === undefined || source === now) return null;
  const out = source > now ? now >= bound : now <= bound;
  if (out) return 0;
  const passes = source > now ? source > bound : source < bound;
  if (!passes || t.flowLPerMin <= 0) return null;
  return (t.volumeL / t.flowLPerMin) * Math.log((now - source) / (bound - source));
}

export const calculation = defineCalculation({
  id: 'water.fishDanger',
  title: 'Minutes to danger for fish in a tank',
  asks: 'Water or air stops: how long until their oxygen is down to what kills?',
  input: z.strictObject({
    volumeL: schema.positive,
    massKg: schema.positive,
    /** Of one. */
    massG: schema.positive,
    celsius: z.number().min(0, 'is ice').max(40, 'is beyond any of them'),
    oxygenMgPerL: schema.nonNegative,
    criticalMgPerL: schema.nonNegative.optional(),
    /** Of water that still runs; absent: none does. */
    flowLPerMin: schema.positive.optional(),
    inflowMgPerL: schema.nonNegative.optional(),
    useMgPerKgHour: schema.positive.optional(),
  }),
  output: z.strictObject({ minutes: z.number().nullable(), useMgPerKgHour: z.number(), warnings: schema.warnings }),
  compute: (i) => {
    const use = i.useMgPerKgHour ?? fishUse(i.massG, i.celsius);
    const minutes = minutesLeft({
      volumeL: i.volumeL,
      massKg: i.massKg,
      useMgPerKgHour: use,
      oxygenMgPerL: i.oxygenMgPerL,
      criticalMgPerL: i.criticalMgPerL ?? thresholds.fishCritical.value,
      ...(i.flowLPerMin === undefined
        ? {}
        : { inflow: { flowLPerMin: i.flowLPerMin, oxygenMgPerL: i.inflowMgPerL ?? i.oxygenMgPerL } }),
    });
    return {
      minutes,
      useMgPerKgHour: use,
      ...(minutes === null
        ? { warnings: ['the water that runs in brings more than they use: never, as it runs now'] }
        : {}),
    };
  },
  working: (i, o) => ({
    formula:
      i.flowLPerMin === undefined
        ? 'minutes = 60 · volume · (oxygen − critical) / (mass · use)'
        : 'C(t) = C∞ + (C0 − C∞) · e^(−flow · t / volume), C∞ = inflow − use / flow',
    steps: [
      {
        name: 'perMinute',
        says: 'oxygen that they use, mg a minute',
        expression: `${i.massKg} * ${o.useMgPerKgHour} / 60`,
        value: (i.massKg * o.useMgPerKgHour) / 60,
      },
      ...(o.minutes === null
        ? [
            {
              name: 'useMgPerKgHour',
              says: 'for a kilogram and hour',
              expression: String(o.useMgPerKgHour),
              value: o.useMgPerKgHour,
            },
          ]
        : i.flowLPerMin === undefined
          ? [
              {
                name: 'minutes',
                says: 'until it is down to it',
                expression: `${i.volumeL} * (${i.oxygenMgPerL} - ${i.criticalMgPerL ?? thresholds.fishCritical.value}) / (${i.massKg} * ${o.useMgPerKgHour} / 60)`,
                value: o.minutes,
                unit: 'min',
              },
            ]
          : [
              {
                name: 'minutes',
                says: 'until it is down to it',
                expression: String(o.minutes),
                value: o.minutes,
                unit: 'min',
              },
            ]),
    ],
  }),
  source:
    'Mass balance of oxygen in a mixed tank; use by mass and temperature as a power and an exponential, after the form of Liao 1971 for salmonids; its figures here: verify',
  validWhen: 'The tank is mixed and keeps its water. Fed, crowded or frightened fish use up to twice as much.',
  cautions: ['An estimate for the order in which to run, never a licence to wait.'],
  example: { volumeL: 12000, massKg: 300, massG: 25, celsius: 12, oxygenMgPerL: 8.5 },
});
