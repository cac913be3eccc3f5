import { numberFrom } from '@/core/books/measure';
import { stageOf } from '@/core/species/species';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { warnLoads } from '@/server/stock/asks/loads';
import { said } from '@/server/stock/asks/said';
import { askTemperedIn } from '@/server/stock/asks/temper';
import { queuePredictions } from '@/server/stock/jobs';
import { newLot, nextId } from '@/server/stock/lots';
import { usualCv } from '@/server/stock/numbers/usualScatter';
import { unitById } from '@/server/stock/standing';
import { eventOf } from '@/server/when';
import { bringStock } from './act';

export const decision = decides(bringStock, async (c, p) => {
  const event = eventOf(c, p);
  const species = await c.species(p.species);
  if (!species.stages.some((s) => s.id === p.stage))
    throw new ActRefused('noStage', `${species.name} has no such stage.`, 'stage');
  if (p.fertilisedAt !== undefined && p.fertilisedAt < Date.UTC(1950, 0, 1))
    throw new ActRefused('longAgo', 'That is before 1950.', 'fertilisedAt', 'Check the year.');
  if (p.fertilisedAt !== undefined && p.fertilisedAt > event.at)
    throw new ActRefused('clock', 'They cannot be fertilised after they came.', 'fertilisedAt');
  const unit = await unitById(c, p.unit);
  const number = numberFrom(p.measured, await usualCv(c, p.measured.method, 'arrival'));
  if (number.number === 0)
    throw new ActRefused('none', 'That makes no animals at all.', 'measured', 'Check the figures.');
  await warnLoads(c, [{ unit, adds: number.number, species: species.id, stage: p.stage }], 'unit');
  // Both temperatures stay with the entry: a loss in the days after is looked up by them.
  const unitCelsius =
    p.cameCelsius === undefined
      ? null
      : await askTemperedIn(c, { species, stage: p.stage, celsius: p.cameCelsius }, unit, event.at);
  const lot = await newLot(c, { species, at: event.at, name: p.lotName, fertilisedAt: p.fertilisedAt ?? null });
  const family = await nextId(c, 'family');
  await c.trx('family').insert({
    id: family,
    site_id: c.site.id,
    lot_id: lot.id,
    female_id: null,
    strain: p.strain,
    sex: p.sex,
    label: p.origin ? `from ${p.origin}` : 'parents not known',
    males: '[]',
  });
  await c.record([
    {
      kind: p.account === 'opening' ? 'opening' : 'arrival',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: unitCelsius === null ? p : { ...p, unitCelsius },
      acts: [
        {
          act: 'bring',
          account: p.account,
          to: { lot: String(lot.id), unit: String(unit.id), stage: stageOf(species, p.stage).id },
          species: species.id,
          count: number,
          composition: { [String(family)]: 1 },
        },
      ],
    },
  ]);
  await queuePredictions(c, [lot.id]);
  return { lotId: lot.id, lot: lot.name, ...said(number) };
});
