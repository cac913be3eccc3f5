import { decides } from '@/server/context';
import { standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { recordEmptied } from './act';

export const decision = decides(recordEmptied, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p);
  await c.record([
    {
      kind: 'emptied',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: p,
      acts: [{ act: 'close', holding: at.place }],
    },
  ]);
  return { lot: at.lot.name, unit: at.unit.name, unexplained: at.number };
});
