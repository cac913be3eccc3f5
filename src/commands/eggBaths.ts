import { z } from 'zod';
import { CalculationError } from '@/core/calculation';
import { eggBathFields, workEggBath } from '@/core/doses/eggBath';
import { observe } from './checks';
import { defineCommand } from './define';
import { queuePredictions } from './jobs';
import { CommandRefused } from './refused';
import { askSensitive, sensitive } from './sensitive';
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
    .object({ ...eventFields, ...eggBathFields, sensitive })
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

function work(p: Parameters<typeof workEggBath>[0]) {
  try {
    return workEggBath(p);
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    throw new CommandRefused('dose', e.message.replace(`${e.path}: `, ''), e.path, 'Read the label again.');
  }
}
