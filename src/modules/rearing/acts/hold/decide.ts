import { HOUR_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { observe } from '@/server/stock/observe';
import { can, idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { holdFeed } from './act';

export const decision = decides(holdFeed, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats', 'ponded']);
  if (await can(c, at, 'picked'))
    throw new ActRefused('eggsDoNotEat', `${at.unit.name} holds eggs.`, 'unit', 'Check the unit.');
  const until = event.at + p.hours * HOUR_MS;
  await observe(c, event, 'feedHold', { ...p, until }, { ...idsOf(at), kind: 'feedHold', value: until });
  return { lot: at.lot.name, unit: at.unit.name, until };
});
