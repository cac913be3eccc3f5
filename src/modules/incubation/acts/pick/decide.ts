import { type Context, decides } from '@/server/context';
import { queuePredictions } from '@/server/stock/jobs';
import { countedLoss } from '@/server/stock/loss';
import { fromJson } from '@/store/books/rows';
import type { KeptWatch } from '@/store/pickWatch';
import { recordPick } from './act';

export const decision = decides(recordPick, async (c, p) => {
  const { at, done } = await countedLoss(c, p, 'pick', 'picked', ['picked']);
  await queuePredictions(c, [at.lot.id]);
  return { ...done, judged: await judgedPick(c, at.holding.id, done.number!) };
});

/** A pick against what a round was expected to find there; null where nothing is known yet. */
async function judgedPick(c: Context, holdingId: number, number: number) {
  const row = await c.trx('pick_watch').where({ holding_id: holdingId }).first('state');
  if (!row) return null;
  const { low, high, expected } = fromJson<KeptWatch>(row.state).now;
  return {
    low,
    high,
    off: number > high ? ('high' as const) : number < low && expected >= 6 ? ('low' as const) : null,
  };
}
