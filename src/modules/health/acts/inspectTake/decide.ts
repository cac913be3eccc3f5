import { ActRefused } from '@/server/act/refused';
import { answered, decides } from '@/server/context';
import { shortfall } from '@/server/questions';
import { idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { containersOf, openInspection } from '../../inspections';
import { takeInspect } from './act';

export const decision = decides(takeInspect, async (c, p) => {
  const event = eventOf(c, p);
  const row = await openInspection(c, p.inspection);
  const tank = row.tanks.find((t) => t.unit === p.unit);
  if (!tank)
    throw new ActRefused('notDrawn', 'That tank is not of this inspection.', 'unit', 'Choose one that was drawn.');
  if (p.method === '')
    throw new ActRefused('method', 'How they were killed is not said.', 'method', 'Name the method that was used.');
  const before = await containersOf(c.trx, row, c.replacing?.seq ?? 0);
  if (before.some((x) => x.container === p.container))
    throw new ActRefused(
      'twice',
      `There is a container ${p.container} already.`,
      'container',
      'Each has a name of its own.',
    );
  const at = await standing(c, p.unit, asOf(c, event), { lotId: tank.lot, stage: tank.stage });
  await c.record([
    {
      kind: 'inspectionTake',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: p,
      acts: [
        {
          act: 'lose',
          account: 'sampled',
          from: at.place,
          amount: {
            kind: 'number',
            number: p.number,
            sd: 0,
            df: null,
            how: 'counted',
            shortfall: answered(c, shortfall) === 'yes',
          },
        },
      ],
      observations: [
        { kind: 'sample', ...idsOf(at), value: p.number },
        { kind: 'inspection', ...idsOf(at), holding_id: tank.holding, value: row.id, said: p.container },
      ],
    },
  ]);
  return { taken: before.reduce((s, x) => s + x.number, p.number), wanted: row.wanted };
});
