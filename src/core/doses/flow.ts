import { z } from 'zod';
import { CalculationError, defineCalculation, type Step, schema } from '../calculation';

/** A share of the target at which the unit counts as flushed, where none is given. */
const FLUSHED = 0.01;

/**
 * Mean strength, as a share of the target, of a mixed unit while its inflow carries the target: it washes in as
 * 1 − exp(−t/τ), with τ = volume / flow.
 */
export function meanShare(unitVolumeL: number, flowLPerMin: number, minutes: number): number {
  const turns = (minutes * flowLPerMin) / unitVolumeL;
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
      targetMgPerL: schema.positive,
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
    meanShareOfTarget: z.number().optional(),
    primingDoseG: z.number().optional(),
    minutesToFlush: z.number().optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const pumpMlPerMin = (1000 * i.flowLPerMin * i.targetMgPerL) / (i.stockMgPerL - i.targetMgPerL);
    const stockL = (pumpMlPerMin * i.minutes) / 1000;
    if (i.unitVolumeL === undefined) {
      if (i.primed) throw new CalculationError('input', 'unitVolumeL', 'needed for the priming dose');
      return { pumpMlPerMin, stockL };
    }
    const mean = i.primed ? 1 : meanShare(i.unitVolumeL, i.flowLPerMin, i.minutes);
    const tau = i.unitVolumeL / i.flowLPerMin;
    const atStop = i.primed ? 1 : 1 - Math.exp(-i.minutes / tau);
    const warnings = [
      ...(mean < 0.9
        ? [
            `it washes in: the mean strength is only ${Math.round(100 * mean)} % of the target; a priming dose brings it there at once`,
          ]
        : []),
    ];
    return {
      pumpMlPerMin,
      stockL,
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
    if (i.unitVolumeL === undefined) return { formula: 'pump = flow · target / (stock − target)', steps };
    const tau = i.unitVolumeL / i.flowLPerMin;
    const atStop = i.primed ? '1' : `(1 - exp(-${i.minutes} / tau))`;
    steps.push(
      {
        name: 'tau',
        says: 'time in which the unit turns over once',
        expression: `${i.unitVolumeL} / ${i.flowLPerMin}`,
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
      formula: 'pump = flow · target / (stock − target); strength = target · (1 − exp(−t / τ)), τ = volume / flow',
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
  example: { flowLPerMin: 12, targetMgPerL: 15, stockMgPerL: 20000, minutes: 15, unitVolumeL: 60 },
});
