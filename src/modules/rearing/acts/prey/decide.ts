import { decides } from '@/server/context';
import { vesselOf } from '@/server/stock/feeding/vessels';
import { idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { givePrey, sure } from './act';
import { askGiven } from './askGiven';

export const decision = decides(givePrey, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats', 'ponded']);
  const vessel = p.vessel === undefined ? null : await vesselOf(c, p.vessel, c.now);
  await askGiven(c, sure, [{ at, number: p.number }], event.at, vessel, 'number');
  await c.record([
    {
      kind: 'prey',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, vesselName: vessel?.name },
      acts: [],
      observations: [{ ...idsOf(at), kind: 'prey', value: p.number, said: p.prey, vessel_id: p.vessel }],
    },
  ]);
  return { lot: at.lot.name, unit: at.unit.name };
});
