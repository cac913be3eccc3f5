import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { broodTreatmentsOf } from '@/server/stock/treated/brood';
import { treatmentsOf } from '@/server/stock/treated/withdrawal';
import { eventOf } from '@/server/when';
import type { Observation } from '@/store/books/record';
import { endTreatment } from './act';

export const decision = decides(endTreatment, async (c, p) => {
  const event = eventOf(c, p);
  const fish = (await treatmentsOf(c.trx, c.site.id, c.now)).find((x) => x.id === p.treatment);
  const brood = fish ? undefined : (await broodTreatmentsOf(c.trx, c.site.id, c.now)).find((x) => x.id === p.treatment);
  const t = fish ?? brood;
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
    .whereIn('kind', ['treatedEnd', 'broodTreatedEnd'])
    .where({ value: t.seq })
    .whereNot('entry_seq', c.replacing?.seq ?? 0)
    .first('id');
  if (said)
    throw new ActRefused('ended', 'Its end is recorded already.', 'treatment', 'Correct that entry where it is wrong.');
  const observations: Observation[] = fish
    ? [{ holding_id: fish.holdingId, unit_id: fish.unitId, lot_id: fish.lotId, kind: 'treatedEnd', value: fish.seq }]
    : [
        ...brood!.fish.map((id) => ({ brood_fish_id: id, kind: 'broodTreatedEnd' as const, value: t.seq })),
        ...brood!.batches.map((id) => ({ brood_batch_id: id, kind: 'broodTreatedEnd' as const, value: t.seq })),
      ];
  await c.record([
    {
      kind: 'treatmentEnd',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, product: t.product, ...(fish ? { unit: fish.unitId } : {}) },
      acts: [],
      observations,
    },
  ]);
  return { unit: fish?.unit ?? null, product: t.product };
});
