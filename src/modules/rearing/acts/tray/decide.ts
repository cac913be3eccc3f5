import { nextMeal, trayShare } from '@/core/appetite/next';
import { figures } from '@/core/quantities/format';
import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { checkTray } from './act';

export const decision = decides(checkTray, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats']);
  const meal = await c
    .trx('observation')
    .where({ holding_id: at.holding.id, kind: 'feed' })
    .where('at', '<=', asOf(c, event))
    .where('at', '>', event.at - DAY_MS)
    .orderBy('at', 'desc')
    .first<{ value: number; at: number } | undefined>('value', 'at');
  if (!meal)
    throw new ActRefused(
      'noMeal',
      `${at.unit.name} was given nothing in the day before that.`,
      'unit',
      'Record the meal first: what was left is a share of it.',
    );
  const leftG = p.leftG ?? trayShare[p.left!] * meal.value;
  if (leftG > meal.value)
    throw new ActRefused(
      'moreLeftThanGiven',
      `Only ${figures(meal.value, 3)} g were given.`,
      'leftG',
      'Leftovers are wet: weigh them dry, or take the water off.',
    );
  // What was written down as spilt or left with the meal, or found at an earlier look, is not left twice.
  const [known] = await c
    .trx('observation')
    .where({ holding_id: at.holding.id, kind: 'feedLeft' })
    .where('at', '>=', meal.at)
    .where('at', '<=', asOf(c, event))
    .modify((q) => {
      if (c.replacing) q.whereNot('entry_seq', c.replacing.seq);
    })
    .sum({ g: 'value' });
  const more = Math.max(0, leftG - Number(known?.g ?? 0));
  await c.record([
    {
      kind: 'tray',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, mealG: meal.value },
      acts: [],
      observations: [
        { ...idsOf(at), kind: 'tray', value: leftG / meal.value, said: p.left ?? null },
        ...(more > 0 ? [{ ...idsOf(at), kind: 'feedLeft' as const, value: more }] : []),
      ],
    },
  ]);
  return {
    lot: at.lot.name,
    unit: at.unit.name,
    mealG: meal.value,
    nextG: p.left ? nextMeal({ offeredG: meal.value, left: p.left }).nextG : null,
  };
});
