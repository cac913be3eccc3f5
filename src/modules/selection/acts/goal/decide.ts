import { decides } from '@/server/context';
import { selectionGoal } from '../../input';
import { onBench } from '../../onBench';
import { setGoal } from './act';

export const decision = decides(setGoal, async (c, p) => {
  const on = await onBench(c, p.selection);
  await c
    .trx('selection')
    .where({ id: on.id })
    .update({ goal: JSON.stringify(selectionGoal.parse(p)) });
  return {};
});
