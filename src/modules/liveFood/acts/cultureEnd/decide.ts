import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { vesselOf } from '@/server/stock/feeding/vessels';
import { eventOf } from '@/server/when';
import { endCulture } from './act';

export const decision = decides(endCulture, async (c, p) => {
  const event = eventOf(c, p);
  const v = await vesselOf(c, p.vessel, c.replacing ? event.at - 1 : event.at);
  if (!v.culture)
    throw new ActRefused('noCulture', `No culture runs in ${v.name}.`, 'vessel', 'Nothing is to be ended.');
  await c.record([
    {
      kind: 'cultureEnd',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, vesselName: v.name, organismName: v.culture.kind.name },
      acts: [],
      observations: [{ kind: 'culture', vessel_id: v.id, value: 0, said: 'ended' }],
    },
  ]);
  return { vessel: v.name };
});
