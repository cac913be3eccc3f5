import { thresholds } from '@/core/thresholds';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { standingsIn, unitById } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { drainOf } from '../../views/drains';
import { setDrain } from './act';

export const decision = decides(setDrain, async (c, p) => {
  const event = eventOf(c, p);
  const unit = await unitById(c, p.unit);
  const before = await drainOf(c.trx, unit.id, event.at);
  if (p.state === 'shut' && before === null && !c.replacing)
    throw new ActRefused('shut', `${unit.name} is shut by the books.`, 'state', 'Nothing is to be done.');
  const stands = (await standingsIn(c, unit.id, asOf(c, event))).some((s) => s.number > 0);
  await c.record([
    {
      kind: 'drain',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: p,
      acts: [],
      observations: [{ kind: 'drain', unit_id: unit.id, said: p.state }],
    },
  ]);
  return {
    unit: unit.name,
    todo:
      p.state === 'shut'
        ? 'read its level and flow once more in ten minutes'
        : stands
          ? `fish stand in it: one stays beside it; in ${thresholds.drainMinutes.value} min it is called out`
          : 'pull the handle off the valve, or hang a note on it, while it drains',
  };
});
