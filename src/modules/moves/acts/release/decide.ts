import { numberFrom } from '@/core/books/measure';
import { type MeasurementInput, measurement } from '@/core/books/measurement';
import { ActRefused } from '@/server/act/refused';
import { answered, decides } from '@/server/context';
import { shortfall } from '@/server/questions';
import { said } from '@/server/stock/asks/said';
import { askTemperedOut } from '@/server/stock/asks/temper';
import { usualCv } from '@/server/stock/numbers/usualScatter';
import { idsOf, seenNumber, standing } from '@/server/stock/standing';
import { askWithdrawal } from '@/server/stock/treated/withdrawal';
import { asOf, eventOf } from '@/server/when';
import { recordRelease } from './act';

export const decision = decides(recordRelease, async (c, p) => {
  const event = eventOf(c, p);
  const site = await c.trx('release_site').where({ id: p.site, site_id: c.site.id }).first();
  if (!site) throw new ActRefused('noSite', 'There is no such release site.', 'site', 'Choose one of the list.');
  const carried = p.spread.reduce((s, x) => s + x.buckets, 0);
  if (carried > p.bucketsG.length)
    throw new ActRefused(
      'spread',
      `${carried} buckets were carried, and ${p.bucketsG.length} weighed.`,
      'spread',
      'Weigh every bucket, or take the surplus off a place.',
    );
  if (p.markedShare !== undefined && !p.mark)
    throw new ActRefused('mark', 'How are they marked?', 'mark', 'Clip, tag or dye: what tells them apart later.');
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats']);
  await askWithdrawal(c, at, event.at, event.note, 'out');
  await askTemperedOut(c, at, { name: site.name, celsius: p.waterCelsius }, event.at);
  const measured: MeasurementInput = {
    method: 'buckets',
    batches: p.batches,
    bucketsG: p.bucketsG,
    bucketSdG: p.bucketSdG,
  };
  const { meanG, ...count } = numberFrom(measurement.parse(measured), await usualCv(c, 'buckets', 'count'));
  const { seqs } = await c.record([
    {
      kind: 'release',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, measured, siteName: site.name, water: site.water, permit: site.permit },
      acts: [
        {
          act: 'lose',
          account: 'released',
          from: at.place,
          amount: { kind: 'number', ...count, shortfall: answered(c, shortfall) === 'yes' },
        },
        ...(p.emptied ? [{ act: 'close' as const, holding: at.place }] : []),
      ],
      observations: [
        {
          kind: 'release',
          ...idsOf(at),
          ...seenNumber(count),
          trials: site.id,
        },
      ],
    },
  ]);
  const entry = await c.trx('entry').where({ seq: seqs[0]! }).first<{ id: string }>('id');
  return { entryId: entry.id, lot: at.lot.name, unit: at.unit.name, site: site.name, meanG, ...said(count) };
});
