import { decides } from '@/server/context';
import { askSensitive } from '@/server/stock/asks/sensitive';
import { census } from '@/server/stock/numbers/census';
import { standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { recordCount } from './act';

export const decision = decides(recordCount, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p);
  // An estimate by eye touches nothing.
  if (p.measured.method !== 'estimated') await askSensitive(c, at, event.note, event.at, 'this count');
  return census(c, event, at, p.measured, 'count', p);
});
