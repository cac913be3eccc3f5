import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { idsOf, standingsIn, unitById } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { lookAgain, settledTodo } from './act';

export const decision = decides(lookAgain, async (c, p) => {
  const event = eventOf(c, p);
  const unit = await unitById(c, p.unit);
  const here = (await standingsIn(c, unit.id, asOf(c, event))).filter((s) => s.number > 0);
  if (here.length === 0)
    throw new ActRefused(
      'empty',
      `Nothing stood in ${unit.name} then.`,
      'unit',
      'Choose the tank in which they stand.',
    );
  await c.record([
    {
      kind: 'look',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: p,
      acts: [],
      observations: here.map((s) => ({ ...idsOf(s), kind: 'looked', said: p.how })),
    },
  ]);
  return { unit: unit.name, todo: settledTodo[p.how] };
});
