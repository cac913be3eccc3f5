import { z } from 'zod';
import { CalculationError } from '@/core/calculation';
import { bath } from '@/core/doses/doses';
import { flow } from '@/core/doses/flow';
import { observe } from './checks';
import { defineCommand } from './define';
import { queuePredictions } from './jobs';
import { CommandRefused } from './refused';
import { askSensitive } from './sensitive';
import { idsOf, type Standing, standing } from './standing';
import { asOf, eventFields, eventOf } from './when';

const positive = z.number().gt(0, 'must be above 0');
const said = (most: number) => z.string().trim().max(most, 'is too long');

/** What a bath of eggs is made of; the same in the form, the command and the entry. */
export const eggBathFields = {
  units: z.array(z.number().int()).min(1, 'needs a unit'),
  product: said(80).min(1, 'needs the name of the product'),
  productLot: said(60).default(''),
  /** What the figure is a figure of: it is always said. */
  basis: z.enum(['productMass', 'productVolume', 'activeSubstance']),
  targetMgPerL: positive,
  activeShare: positive.max(1, 'is a share, at most 1').optional(),
  densityKgPerL: positive.optional(),
  minutes: positive.max(24 * 60, 'is longer than a day'),
  way: z.enum(['flow', 'still']),
  flowLPerMin: positive.optional(),
  stockMgPerL: positive.optional(),
  volumeL: positive.optional(),
  primed: z.boolean().default(false),
  orderedBy: said(80).min(1, 'say who ordered it: a veterinarian, or who may by your rules'),
  label: said(400).min(1, 'say by which label or order it is used'),
  discharge: said(400).min(1, 'say where it goes, and that it may'),
};

/**
 * Eggs bathed against fungus: worked out, held against the stages in which it must stop, with who ordered it, by which
 * label, and where it was discharged. It moves no egg.
 */
export const batheEggs = defineCommand({
  type: 'eggs.bathe',
  roles: ['manager', 'culturist'],
  schema: z
    .object({ ...eventFields, ...eggBathFields, sensitive: z.enum(['emergency', 'meant']).optional() })
    .refine((p) => p.way !== 'flow' || p.flowLPerMin !== undefined, {
      path: ['flowLPerMin'],
      error: 'needed: the flow',
    })
    .refine((p) => p.way !== 'flow' || p.stockMgPerL !== undefined, {
      path: ['stockMgPerL'],
      error: 'needed: the strength of the stock',
    })
    .refine((p) => p.way !== 'still' || p.volumeL !== undefined, { path: ['volumeL'], error: 'needed: the volume' })
    .refine((p) => p.basis !== 'activeSubstance' || p.activeShare !== undefined, {
      path: ['activeShare'],
      error: 'needed: what share of the product is active, by its label',
    }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const treated: Standing[] = [];
    for (const [i, unit] of p.units.entries()) {
      const at = await standing(c, unit, asOf(c, event), {}, ['egg'], `units.${i}`);
      if (at.place.stage !== 'egg')
        throw new CommandRefused(
          'noEggs',
          `${at.unit.name} holds no eggs: this bath is for eggs alone.`,
          `units.${i}`,
          'A bath for eggs and one for fish differ tenfold.',
        );
      await askSensitive(c, at, p, event.at, 'a bath');
      treated.push(at);
    }
    const worked = workEggBath(p);
    const intent = { ...p, worked };
    for (const [i, at] of treated.entries())
      await observe(
        c,
        event,
        'eggBath',
        { ...intent, unit: at.unit.id, of: `${i + 1} of ${treated.length}` },
        {
          ...idsOf(at),
          kind: 'bath',
          value: p.targetMgPerL,
          said: p.product.slice(0, 60),
        },
      );
    await queuePredictions(
      c,
      treated.map((t) => t.lot.id),
    );
    return { units: treated.map((t) => t.unit.name), ...worked };
  },
});

type Fields = z.output<z.ZodObject<typeof eggBathFields>>;

/** How much goes in: by pump into the flow, or into still water. */
export function workEggBath(p: Fields) {
  try {
    if (p.way === 'flow') {
      // Stock and target are both of the basis that was said.
      const o = flow.compute(
        flow.input.parse({
          flowLPerMin: p.flowLPerMin,
          targetMgPerL: p.targetMgPerL,
          stockMgPerL: p.stockMgPerL,
          minutes: p.minutes,
          ...(p.volumeL === undefined ? {} : { unitVolumeL: p.volumeL, primed: p.primed }),
        }),
      );
      return {
        pumpMlPerMin: o.pumpMlPerMin,
        stockL: o.stockL,
        meanShareOfTarget: o.meanShareOfTarget ?? null,
        primingDoseG: p.primed ? (o.primingDoseG ?? null) : null,
        minutesToFlush: o.minutesToFlush ?? null,
        productG: null,
        productMl: null,
      };
    }
    const o = bath.compute(
      bath.input.parse({
        volumeL: p.volumeL,
        targetMgPerL: p.targetMgPerL,
        basis: p.basis,
        activeShare: p.activeShare,
        densityKgPerL: p.densityKgPerL,
      }),
    );
    return {
      pumpMlPerMin: null,
      stockL: null,
      meanShareOfTarget: null,
      primingDoseG: null,
      minutesToFlush: null,
      productG: o.productG,
      productMl: o.productMl ?? null,
    };
  } catch (e) {
    if (e instanceof CalculationError)
      throw new CommandRefused('dose', e.message.replace(`${e.path}: `, ''), e.path, 'Read the label again.');
    if (e instanceof z.ZodError) {
      const issue = e.issues[0]!;
      throw new CommandRefused('dose', `${issue.message}.`, String(issue.path[0] ?? ''), 'Read the label again.');
    }
    throw e;
  }
}
