import { z } from 'zod';
import { run } from '../calculation';
import { bath } from './doses';
import { flow } from './flow';
import { bathBases } from './products';

const positive = z.number().gt(0, 'must be above 0');
const said = (most: number) => z.string().trim().max(most, 'is too long');

/** What a bath of eggs is made of; the same in the form, the command and the entry. */
export const eggBathFields = {
  units: z.array(z.number().int()).min(1, 'needs a unit'),
  product: said(80).min(1, 'needs the name of the product'),
  productLot: said(60).default(''),
  /** What the figure is a figure of: it is always said. */
  basis: z.enum(bathBases),
  targetMgPerL: positive,
  activeShare: positive.max(1, 'is a share, at most 1').optional(),
  densityKgPerL: positive.optional(),
  minutes: positive.max(24 * 60, 'is longer than a day'),
  way: z.enum(['flow', 'still']),
  flowLPerMin: positive.optional(),
  stockMgPerL: positive.optional(),
  volumeL: positive.optional(),
  primed: z.boolean().default(false),
  pH: z.number().min(0, 'is below 0').max(14, 'is above 14').optional(),
  /** Who looked at it too, where it lies outside of Reference's ranges. */
  checkedBy: said(80).default(''),
  orderedBy: said(80).min(1, 'say who ordered it: a veterinarian, or who may by your rules'),
  label: said(400).min(1, 'say by which label or order it is used'),
  discharge: said(400).min(1, 'say where it goes, and that it may'),
};

type Fields = Omit<z.output<z.ZodObject<typeof eggBathFields>>, 'checkedBy'>;

/** How much goes in: by pump into the flow, or into still water. */
export function workEggBath(p: Fields) {
  if (p.way === 'flow') {
    // Stock and target are both of the basis that was said.
    const o = run(flow, {
      basis: p.basis,
      flowLPerMin: p.flowLPerMin,
      targetMgPerL: p.targetMgPerL,
      stockMgPerL: p.stockMgPerL,
      minutes: p.minutes,
      ...(p.volumeL === undefined ? {} : { unitVolumeL: p.volumeL, primed: p.primed }),
    });
    return {
      pumpMlPerMin: o.pumpMlPerMin,
      stockL: o.stockL,
      meanShareOfTarget: o.meanShareOfTarget ?? null,
      /** Strength times minutes against what is intended; null where the unit's volume is not known. */
      strengthTimes: o.strengthMinutes === undefined ? null : o.strengthMinutes / o.intendedStrengthMinutes,
      warnings: o.warnings ?? [],
      primingDoseG: p.primed ? (o.primingDoseG ?? null) : null,
      minutesToFlush: o.minutesToFlush ?? null,
      productG: null,
      productMl: null,
    };
  }
  const o = run(bath, {
    volumeL: p.volumeL,
    targetMgPerL: p.targetMgPerL,
    basis: p.basis,
    activeShare: p.activeShare,
    densityKgPerL: p.densityKgPerL,
  });
  return {
    pumpMlPerMin: null,
    stockL: null,
    meanShareOfTarget: null,
    strengthTimes: null,
    warnings: o.warnings ?? [],
    primingDoseG: null,
    minutesToFlush: null,
    productG: o.productG,
    productMl: o.productMl ?? null,
  };
}
