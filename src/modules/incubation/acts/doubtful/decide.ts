import { grouped } from '@/core/quantities/format';
import { decides } from '@/server/context';
import { observe } from '@/server/stock/observe';
import { idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { leaveDoubtful } from './act';

export const decision = decides(leaveDoubtful, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['picked']);
  await observe(c, event, 'doubtful', p, { ...idsOf(at), kind: 'doubtful', value: p.number });
  return { lot: at.lot.name, unit: at.unit.name, text: grouped(p.number) };
});
