import { z } from 'zod';
import { productShelf } from '@/book/products';
import { CalculationError } from '@/core/calculation';
import { eggBathFields, workEggBath } from '@/core/doses/eggBath';
import { judgeBath, productNamed } from '@/core/doses/products';
import { ownRules } from '@/core/ownRules';
import { plain } from '@/core/quantities/format';
import { observe } from './checks';
import { type Context, defineCommand } from './define';
import { queuePredictions } from './jobs';
import { CommandRefused } from './refused';
import { askSensitive, sensitive, wayAt } from './sensitive';
import { idsOf, type Standing, standing } from './standing';
import { asOf, eventFields, eventOf } from './when';

/**
 * Eggs bathed against fungus: worked out, held against the stages in which it must stop, with who ordered it, by which
 * label, and where it was discharged. It moves no egg.
 */
export const batheEggs = defineCommand({
  type: 'eggs.bathe',
  roles: ['manager', 'culturist'],
  schema: z
    .object({
      ...eventFields,
      ...eggBathFields,
      sensitive,
      /** The bath lies outside of the Book's ranges, and a second person has looked. */
      dose: z.literal('meant').optional(),
      /** The Book does not know the product: its ranges were read on the label. */
      unlisted: z.literal('label').optional(),
    })
    .refine((p) => p.way !== 'flow' || p.flowLPerMin !== undefined, {
      path: ['flowLPerMin'],
      error: 'needed: the flow',
    })
    .refine((p) => p.way !== 'flow' || p.stockMgPerL !== undefined, {
      path: ['stockMgPerL'],
      error: 'needed: the strength of the stock',
    })
    .refine((p) => p.way !== 'still' || p.volumeL !== undefined, { path: ['volumeL'], error: 'needed: the volume' })
    .refine((p) => (p.basis !== 'activeSubstance' && p.basis !== 'availableIodine') || p.activeShare !== undefined, {
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
      await mustBeBath(c, at, p, event.at);
      await askSensitive(c, at, p, event.at, 'a bath');
      treated.push(at);
    }
    const worked = work(p);
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

type Asked = Parameters<typeof workEggBath>[0] & { checkedBy: string; dose?: 'meant'; unlisted?: 'label' };

/** Held against the Book: beyond a range a second person looks at it, beyond an order of magnitude it is stopped. */
async function mustBeBath(c: Context, at: Standing, p: Asked, when: number): Promise<void> {
  const product = productNamed(productShelf(), p.product);
  if (!product) {
    if (p.targetMgPerL > ownRules.unknownBathStop.value)
      throw new CommandRefused(
        'doseStop',
        `${plain(p.targetMgPerL)} mg/L of a product that the Book does not know.`,
        'targetMgPerL',
        'Nothing but salt is that strong in a bath: read the label again.',
      );
    if (p.unlisted) return;
    throw new CommandRefused(
      'unlisted',
      `The Book has no ranges for “${p.product}”: nothing here says whether ${plain(p.targetMgPerL)} mg/L for ${plain(p.minutes)} minutes kills.`,
      'product',
      'Check the spelling, or read its range for these eggs on the label.',
      { field: 'unlisted', choices: [{ value: 'label', label: 'Its label allows this for these eggs: I read it' }] },
    );
  }
  const species = await c.species(at.lot.species);
  const [worst] = judgeBath(product, {
    group: species.group,
    stage: at.place.stage,
    basis: p.basis,
    target: p.targetMgPerL,
    minutes: p.minutes,
    activeShare: p.activeShare,
    densityKgPerL: p.densityKgPerL,
    pH: p.pH,
  });
  if (product.iodine) {
    const way = await wayAt(c, at, when);
    if (way !== null && way >= ownRules.iodineUntil.value)
      throw new CommandRefused(
        'iodineLate',
        `${at.unit.name}: ${Math.round(100 * way)} % of the way to hatch. ${product.name} is not used in the last days before it.`,
        'product',
        'Wait until they have hatched; it is not for larvae either.',
      );
  }
  if (worst!.verdict === 'fits') return;
  const says = `${worst!.says.charAt(0).toUpperCase()}${worst!.says.slice(1)}.`;
  if (worst!.verdict === 'stop')
    throw new CommandRefused('doseStop', says, worst!.field, 'Read the label again; ask the veterinarian.');
  if (p.dose && p.checkedBy.trim()) {
    if (p.checkedBy.trim().toLowerCase() === c.actor.name.toLowerCase())
      throw new CommandRefused('secondPerson', 'The second person is somebody else.', 'checkedBy');
    return;
  }
  if (p.dose)
    throw new CommandRefused(
      'secondPerson',
      says,
      'checkedBy',
      'Say who looked at label, product and figures with you.',
    );
  throw new CommandRefused(
    'dose',
    says,
    worst!.field,
    'Check it against label and veterinarian, with a second person.',
    {
      field: 'dose',
      choices: [{ value: 'meant', label: 'It is meant, and somebody looked at it with me' }],
    },
  );
}

function work(p: Parameters<typeof workEggBath>[0]) {
  try {
    return workEggBath(p);
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    throw new CommandRefused('dose', e.says, e.path, 'Read the label again.');
  }
}
