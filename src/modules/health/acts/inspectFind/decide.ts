import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { observe } from '@/server/stock/observe';
import { eventOf } from '@/server/when';
import { containersOf, openInspection } from '../../inspections';
import { findInspect } from './act';

export const decision = decides(findInspect, async (c, p) => {
  const event = eventOf(c, p);
  const row = await openInspection(c, p.inspection);
  const of = (await containersOf(c.trx, row, c.replacing?.seq ?? 0)).find((x) => x.container === p.container);
  if (!of) throw new ActRefused('noContainer', `There is no container ${p.container}.`, 'container', 'Read it again.');
  if (of.finding)
    throw new ActRefused(
      'known',
      `Of ${p.container} a finding is recorded.`,
      'container',
      'Correct that one where it is wrong.',
    );
  if (p.affected > of.number)
    throw new ActRefused('affected', `There were ${of.number} in ${p.container}.`, 'affected', 'Count again.');
  if (event.at < of.at && event.precision === 'minute')
    throw new ActRefused('before', 'It was found before they were taken.', 'at', 'Check the time.');
  const tank = row.tanks.find((t) => t.unit === of.unit)!;
  await observe(
    c,
    event,
    'inspectionFind',
    { ...p, unit: tank.unit },
    {
      kind: 'inspection',
      holding_id: tank.holding,
      unit_id: tank.unit,
      lot_id: tank.lot,
      value: row.id,
      said: p.found.slice(0, 60),
    },
  );
  return { container: p.container };
});
