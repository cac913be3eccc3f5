import { thresholds } from '@/core/thresholds';
import { decides } from '@/server/context';
import { askEarly } from '@/server/stock/asks/sensitive';
import { queuePredictions } from '@/server/stock/jobs';
import { observe } from '@/server/stock/observe';
import { idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { seeHatch } from './act';

export const decision = decides(seeHatch, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['picked', 'ponded']);
  await askEarly(c, at, event.at, 'Hatching', thresholds.hatchFrom.value);
  await observe(c, event, 'hatchSeen', p, { ...idsOf(at), kind: `hatch:${p.seen}` });
  await queuePredictions(c, [at.lot.id]);
  return { lot: at.lot.name, unit: at.unit.name };
});
