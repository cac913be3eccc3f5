import { z } from 'zod';
import { CalculationError, defineCalculation, type Step, schema } from '../calculation';
import { decimals, plain } from '../quantities/format';
import { bathBases } from './products';

/** A share of the target at which the unit counts as flushed, where none is given. */
const FLUSHED = 0.01;
/** A unit whose turnover is a longer share of the bath than this cannot hold it to its minutes. */
const SLOW = 0.25;

/**
 * Mean strength, as a share of the target, of a mixed unit while its inflow carries the target: it washes in as
 * 1 − exp(−t/τ), with τ = volume / flow.
 */
export function meanShare(unitVolumeL: number, flowLPerMin: number, minutes: number): number {
  const turns = (minutes * flowLPerMin) / unitVolumeL;
  // Long before one turnover the closed form is the difference of two numbers alike: its series instead.
  if (turns < 1e-4) return turns / 2;
  return 1 - (1 - Math.exp(-turns)) / turns;
}

/** Strength over time as a share of the target, dosing for `minutes` and then flushing; primed it begins at the target. */
export function strengthOverTime(
  i: { unitVolumeL: number; flowLPerMin: number; minutes: number; primed: boolean },
  untilMinutes: number,
  points = 60,
): { minute: number; share: number }[] {
  const tau = i.unitVolumeL / i.flowLPerMin;
  const atStop = i.primed ? 1 : 1 - Math.exp(-i.minutes / tau);
  return Array.from({ length: points + 1 }, (_, k) => {
    const minute = (untilMinutes * k) / points;
    const share =
      minute <= i.minutes
        ? i.primed
          ? 1
          : 1 - Math.exp(-minute / tau)
        : atStop * Math.exp(-(minute - i.minutes) / tau);
    return { minute, share };
  });
}

export const flow = defineCalculation({
  id: 'dose.flow',
  title: 'Dose into flowing water',
  asks: 'So much of it in water that flows: how fast does the pump run, how much stock, and how strong is it really?',
  input: z
    .strictObject({
      flowLPerMin: schema.positive,
      /** What target and stock are figures of; both are of the same. By volume they are µL a litre. */
      basis: z
        .enum(bathBases, { error: 'is productMass, productVolume, activeSubstance or availableIodine' })
        .optional(),
      targetMgPerL: schema.positive.max(1e6, 'is more than water can hold: a litre of it weighs 1 000 000 mg'),
      stockMgPerL: schema.positive,
      minutes: schema.positive,
      unitVolumeL: schema.positive.optional(),
      /** Given at once at the start, so that the unit begins at the target. */
      primed: z.boolean().optional(),
      flushedShare: schema.positive.lt(1, 'is a share below 1').optional(),
    })
    .refine((i) => i.stockMgPerL > i.targetMgPerL, {
      path: ['stockMgPerL'],
      error: 'must be stronger than the target: no pump makes water stronger than its stock',
    }),
  output: z.strictObject({
    pumpMlPerMin: z.number(),
    stockL: z.number(),
    /** Unit of target and stock on this basis. */
    unit: z.enum(['mg/L', 'µL/L']),
    /** Strength times minutes: what is wanted, what it comes to with the tail, and what it would with a priming dose. */
    intendedStrengthMinutes: z.number(),
    strengthMinutes: z.number().optional(),
    primedStrengthMinutes: z.number().optional(),
    meanShareOfTarget: z.number().optional(),
    primingDoseG: z.number().optional(),
    minutesToFlush: z.number().optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const pumpMlPerMin = (1000 * i.flowLPerMin * i.targetMgPerL) / (i.stockMgPerL - i.targetMgPerL);
    const stockL = (pumpMlPerMin * i.minutes) / 1000;
    const unit = i.basis === 'productVolume' ? ('µL/L' as const) : ('mg/L' as const);
    const intendedStrengthMinutes = i.targetMgPerL * i.minutes;
    const unnamed =
      i.basis === undefined
        ? ['no basis was named: target and stock are read as mg a litre of the same thing; say of what']
        : [];
    if (i.unitVolumeL === undefined) {
      if (i.primed) throw new CalculationError('input', 'unitVolumeL', 'needed for the priming dose');
      return {
        pumpMlPerMin,
        stockL,
        unit,
        intendedStrengthMinutes,
        ...(unnamed.length > 0 ? { warnings: unnamed } : {}),
      };
    }
    // What the pump adds is water too, and flows through with the rest.
    const through = i.flowLPerMin + pumpMlPerMin / 1000;
    const tau = i.unitVolumeL / through;
    const mean = i.primed ? 1 : meanShare(i.unitVolumeL, through, i.minutes);
    const atStop = i.primed ? 1 : 1 - Math.exp(-i.minutes / tau);
    const primedStrengthMinutes = i.targetMgPerL * (i.minutes + tau);
    const excess = (i.minutes + tau) / i.minutes;
    const slow = tau > SLOW * i.minutes;
    const times = decimals(excess, excess < 10 ? 1 : 0);
    const warnings = [
      ...unnamed,
      ...(slow
        ? [
            `this unit turns over once in ${Math.round(tau)} minutes, long against a bath of ${plain(i.minutes)}: ${
              i.primed
                ? `primed, they bear ${times} times the intended strength-minutes, since it is slow to wash out`
                : `it stays weak and then long in the water; a priming dose would bring ${times} times the intended strength-minutes`
            }. Raise the flow, or bathe in still water and exchange it at the end`,
          ]
        : i.primed
          ? [
              `with its tail it makes ${times} times the intended strength-minutes: stop the pump ${Math.round(tau)} minutes sooner for the intended`,
            ]
          : mean < 0.9
            ? [
                `it washes in: the mean strength is only ${Math.round(100 * mean)} % of the target while it runs; a priming dose brings it there at once and makes ${times} times the intended strength-minutes`,
              ]
            : []),
    ];
    return {
      pumpMlPerMin,
      stockL,
      unit,
      intendedStrengthMinutes,
      // All that is pumped in passes them: with its tail a bath that is not primed comes to what was intended.
      strengthMinutes: i.primed ? primedStrengthMinutes : intendedStrengthMinutes,
      primedStrengthMinutes,
      meanShareOfTarget: mean,
      primingDoseG: (i.unitVolumeL * i.targetMgPerL) / 1000,
      minutesToFlush: Math.max(0, tau * Math.log(atStop / (i.flushedShare ?? FLUSHED))),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const steps: Step[] = [
      {
        name: 'pumpMlPerMin',
        says: 'pump',
        expression: `1000 * ${i.flowLPerMin} * ${i.targetMgPerL} / (${i.stockMgPerL} - ${i.targetMgPerL})`,
        value: o.pumpMlPerMin,
        unit: 'mL/min',
      },
      {
        name: 'stockL',
        says: 'stock for the whole time',
        expression: `pumpMlPerMin * ${i.minutes} / 1000`,
        value: o.stockL,
        unit: 'L',
      },
    ];
    steps.push({
      name: 'intendedStrengthMinutes',
      says: 'strength times minutes that are wanted',
      expression: `${i.targetMgPerL} * ${i.minutes}`,
      value: o.intendedStrengthMinutes,
      unit: `${o.unit} min`,
    });
    if (i.unitVolumeL === undefined) return { formula: 'pump = flow · target / (stock − target)', steps };
    const tau = i.unitVolumeL / (i.flowLPerMin + o.pumpMlPerMin / 1000);
    const atStop = i.primed ? '1' : `(1 - exp(-${i.minutes} / tau))`;
    steps.push(
      {
        name: 'tau',
        says: 'time in which the unit turns over once',
        expression: `${i.unitVolumeL} / (${i.flowLPerMin} + pumpMlPerMin / 1000)`,
        value: tau,
        unit: 'min',
      },
      {
        name: 'meanShareOfTarget',
        says: 'mean strength while it runs, as a share of the target',
        expression: i.primed ? '1' : `1 - (1 - exp(-${i.minutes} / tau)) / (${i.minutes} / tau)`,
        value: o.meanShareOfTarget!,
      },
      {
        name: 'primedStrengthMinutes',
        says: 'strength times minutes with a priming dose, the tail included',
        expression: `${i.targetMgPerL} * (${i.minutes} + tau)`,
        value: o.primedStrengthMinutes!,
        unit: `${o.unit} min`,
      },
      {
        name: 'primingDoseG',
        says: 'given at once, it begins at the target',
        expression: `${i.unitVolumeL} * ${i.targetMgPerL} / 1000`,
        value: o.primingDoseG!,
        unit: 'g',
      },
      {
        name: 'minutesToFlush',
        says: 'after the stop, until it is washed out',
        expression: `max(0, tau * ln(${atStop} / ${i.flushedShare ?? FLUSHED}))`,
        value: o.minutesToFlush!,
        unit: 'min',
      },
    );
    return {
      formula:
        'pump = flow · target / (stock − target); strength = target · (1 − exp(−t / τ)), τ = volume / (flow + pump)',
      steps,
    };
  },
  source:
    'A stirred vessel with steady through-flow: method, no source; the target is the label’s and the veterinarian’s',
  validWhen:
    'Stock and target are of the same thing (product, or active substance); the unit is mixed by its own flow.',
  cautions: [
    'Follow the label, local law and veterinary advice; wear what the label asks for.',
    'Say what the figure is of: product by volume, product by mass, or active substance differ manyfold. A bath for whole fish and a flush for eggs differ tenfold.',
    'Ask where it may be discharged, and by-pass the biofilter, before it is mixed. Try it on a few first; stop at distress; never mix chemicals.',
  ],
  example: {
    flowLPerMin: 12,
    basis: 'activeSubstance',
    targetMgPerL: 15,
    stockMgPerL: 20000,
    minutes: 15,
    unitVolumeL: 60,
  },
});
