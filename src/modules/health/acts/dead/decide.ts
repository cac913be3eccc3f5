import { decides } from '@/server/context';
import { countedLoss } from '@/server/stock/loss';
import { recordDead } from './act';

export const decision = decides(
  recordDead,
  async (c, p) => (await countedLoss(c, p, 'dead', 'dead', ['ponded', 'eats'])).done,
);
