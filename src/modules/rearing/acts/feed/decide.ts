import { figures, grouped } from '@/core/quantities/format';
import type { Station } from '@/core/species/stations';
import { thresholds } from '@/core/thresholds';
import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { observe } from '@/server/stock/observe';
import { can, idsOf, type Standing, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { recordFeed, sure } from './act';

export const decision = decides(recordFeed, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats', 'ponded']);
  if (await can(c, at, 'picked'))
    throw new ActRefused('eggsDoNotEat', `${at.unit.name} holds eggs.`, 'unit', 'Check the unit.');
  await mustBeAMeal(c, at, p, event.at);
  await observe(c, event, 'feed', p, {
    ...idsOf(at),
    kind: 'feed',
    value: p.massG,
  });
  return { lot: at.lot.name, unit: at.unit.name };
});

/** Feed that is written down once in so many days at most is taken for all of them together. */
const MOST_DAYS = 10;

/** A meal held against the fish it is for: by their mean mass as last weighed, else by the heaviest of their stage. */
/** Grams each that is reckoned with where none was weighed. */
const mealG = (): Record<Station, number> => ({
  eggs: thresholds.heavyEgg.value,
  yolksac: thresholds.heavyYolksac.value,
  fry: thresholds.heavyFry.value / 4,
  fingerlings: thresholds.heavyFingerling.value / 20,
});

async function mustBeAMeal(c: Context, at: Standing, p: { massG: number }, when: number): Promise<void> {
  const weighed = await c
    .trx('observation')
    .where({ lot_id: at.lot.id, kind: 'meanG' })
    .where('at', '<=', when)
    .orderBy('at', 'desc')
    .first('value');
  const meanG = weighed?.value ?? mealG()[at.holding.station];
  const stand = meanG * at.number;
  if (at.number <= 0 || p.massG <= thresholds.mostMeal.value * stand) return;
  // Some write their feed down once a week: what is given is for the days since the feed, or the fish, before it.
  const [fed, came] = (await Promise.all([
    c.trx('observation').where({ holding_id: at.holding.id, kind: 'feed' }).where('at', '<', when).max({ at: 'at' }),
    c
      .trx('posting')
      .where({ holding_id: at.holding.id, account: 'holding' })
      .where('delta', '>', 0)
      .whereNull('superseded_seq')
      .where('order_at', '<=', when)
      .max({ at: 'order_at' }),
  ])) as [[{ at: number | null }], [{ at: number | null }]];
  const since = fed[0].at ?? came[0].at ?? when;
  const days = Math.min(MOST_DAYS, Math.max(1, Math.round((when - since) / DAY_MS)));
  const most = thresholds.mostMeal.value * stand * days;
  if (p.massG <= most) return;
  const says = `${figures(p.massG / 1000, 3)} kg of feed for ${grouped(at.number)} fish of ${weighed ? '' : 'at most '}${figures(meanG, 3)} g: ${Math.round((100 * p.massG) / stand)} % of their mass${days > 1 ? ` in ${days} days` : ''}.`;
  if (p.massG > thresholds.absurdMeal.value * most)
    throw new ActRefused('absurdMeal', says, 'massG', 'No fish eats that: check grams against kilograms.');
  ask(c, sure, {
    message: says,
    path: 'massG',
    todo: 'Check grams against kilograms.',
    choices: [{ value: 'yes', label: 'It was given' }],
  });
}
