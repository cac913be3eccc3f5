import { decides } from '@/server/context';
import { observe } from '@/server/stock/observe';
import { idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { standsReady } from './act';

export const decision = decides(standsReady, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p);
  await observe(c, event, 'prepared', p, { ...idsOf(at), kind: 'prepared', said: p.what });
  return { lot: at.lot.name, unit: at.unit.name };
});
