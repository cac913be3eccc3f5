import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { observe } from '@/server/stock/observe';
import { treatmentsOf } from '@/server/stock/withdrawal';
import { eventOf } from '@/server/when';
import { endTreatment } from './act';

export const decision = decides(endTreatment, async (c, p) => {
  const event = eventOf(c, p);
  const t = (await treatmentsOf(c.trx, c.site.id, c.now)).find((x) => x.id === p.treatment);
  if (!t)
    throw new ActRefused(
      'noTreatment',
      'There is no such treatment any more.',
      'treatment',
      'It may have been taken back.',
    );
  if (event.at < t.at) throw new ActRefused('before', 'It ended before it began.', 'at', 'Check the time.');
  const said = await c
    .trx('observation')
    .where({ holding_id: t.holdingId, kind: 'treatedEnd', value: t.seq })
    .whereNot('entry_seq', c.replacing?.seq ?? 0)
    .first('id');
  if (said)
    throw new ActRefused('ended', 'Its end is recorded already.', 'treatment', 'Correct that entry where it is wrong.');
  await observe(
    c,
    event,
    'treatmentEnd',
    { ...p, product: t.product, unit: t.unitId },
    {
      holding_id: t.holdingId,
      unit_id: t.unitId,
      lot_id: t.lotId,
      kind: 'treatedEnd',
      value: t.seq,
    },
  );
  return { unit: t.unit, product: t.product };
});
