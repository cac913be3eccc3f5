import { criterionWords } from '@/core/feeding/criterionWords';
import { feedingOf } from '@/core/species/life';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { larvaeAt } from '@/server/stock/feeding/larvaeAt';
import { idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { feedingTaken, unmet } from './act';

export const decision = decides(feedingTaken, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats', 'ponded']);
  const species = await c.species(at.lot.species);
  if (!feedingOf(species))
    throw new ActRefused('noFirstMeal', `${species.name} feed from the hatch on.`, 'unit', 'Check the unit.');
  const l = await larvaeAt(c, at, event.at);
  if (l?.taken && !c.replacing)
    throw new ActRefused(
      'alreadyTaken',
      `${at.unit.name} was declared feeding before.`,
      'unit',
      'Nothing is to be done.',
    );
  if (l && !l.food)
    throw new ActRefused(
      'notFed',
      `Nothing was given to ${at.lot.name} yet, by the books.`,
      'unit',
      'Record its meals first: who was fed nothing has not taken it.',
    );
  const open = l?.criteria.filter((x) => x.met !== true) ?? [];
  if (open.length > 0)
    ask(c, unmet, {
      message: `${open.map((x) => criterionWords(x, l!)).join('; ')}.`,
      path: 'unit',
      todo: 'Look at their guts an hour after a meal, and count the dead; or say why in the note.',
      choices: [{ value: 'yes', label: 'They eat all the same' }],
    });
  await c.record([
    {
      kind: 'taken',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, criteria: l?.criteria.map((x) => criterionWords(x, l)).join('; ') },
      acts: [],
      observations: [{ ...idsOf(at), kind: 'taken' }],
    },
  ]);
  return { lot: at.lot.name, unit: at.unit.name };
});
