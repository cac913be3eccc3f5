import { BROOD_GRADE, isBroodGrade } from '@/core/brood/broodGrade';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { warnLoads } from '@/server/stock/asks/loads';
import { askSensitive } from '@/server/stock/asks/sensitive';
import { queuePredictions } from '@/server/stock/jobs';
import { newLot } from '@/server/stock/lots';
import { amountOf } from '@/server/stock/numbers/amounts';
import { standing, unitById } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { keepApart } from './act';

export const decision = decides(keepApart, async (c, p) => {
  const event = eventOf(c, p);
  const from = await standing(c, p.unit, asOf(c, event), p);
  await askSensitive(c, from, event.note, event.at, 'keeping them apart');
  if (isBroodGrade(from.lot.grade))
    throw new ActRefused(
      'isBrood',
      `${from.lot.name} is kept for brood already.`,
      'unit',
      'Move it, if it is to stand elsewhere.',
    );
  if (p.amount.kind === 'all')
    throw new ActRefused('all', 'Keep a part of it: the rest goes on as the lot it is.', 'amount');
  const unit = await unitById(c, p.to, 'to');
  const amount = amountOf(p.amount, false);
  await warnLoads(c, [
    {
      unit,
      adds: amount.kind === 'number' ? amount.number : amount.kind === 'share' ? from.number * amount.share : 0,
      species: from.lot.species,
      stage: from.place.stage,
    },
  ]);
  const species = await c.species(from.lot.species);
  const own = c.replacing?.lots[0];
  const lot = await newLot(c, {
    species,
    at: event.at,
    name: own ? undefined : await freeName(c, `${from.lot.name} brood`),
    grade: BROOD_GRADE,
    fertilisedAt: from.lot.fertilised_at,
  });
  await c.record([
    {
      kind: 'keepBrood',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: p,
      acts: [
        {
          act: 'shift',
          from: from.place,
          makes: [{ lot: String(lot.id), species: species.id }],
          parts: [{ to: { lot: String(lot.id), unit: String(unit.id), stage: from.place.stage }, amount }],
        },
      ],
    },
  ]);
  await queuePredictions(c, [lot.id]);
  return { lot: lot.name, lotId: lot.id, unit: unit.name };
});

async function freeName(c: Parameters<typeof newLot>[0], base: string): Promise<string> {
  const start = base.slice(0, 36);
  for (let n = 1; ; n++) {
    const name = n === 1 ? start : `${start} ${n}`;
    if (!(await c.trx('lot').where({ site_id: c.site.id, name }).first('id'))) return name;
  }
}
