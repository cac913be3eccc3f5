import { totalsOf } from '@/core/selection/totals';
import { ask, decides } from '@/server/context';
import { fishOf, onBench } from '../../onBench';
import { endSelection, givenUp } from './act';

export const decision = decides(endSelection, async (c, p) => {
  const on = await onBench(c, p.selection);
  const { all } = totalsOf((await fishOf(c.trx, [on.id])).get(on.id)!, on.scheme);
  if (all > 0)
    ask(c, givenUp, {
      message: `${all} fish were judged. Given up, none of it reaches the books.`,
      path: 'selection',
      todo: 'End it with “To the books” instead where fish went anywhere.',
      choices: [{ value: 'yes', label: 'Give it up', why: 'every fish is back where it was' }],
    });
  // Nothing of it goes through the books, where what is asked would hold it.
  if (c.asks.length > 0) return {};
  await c.trx('selection').where({ id: on.id }).update({ over_at: c.now });
  return {};
});
