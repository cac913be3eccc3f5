import type { Measurement } from '@/core/books/measurement';
import { figures } from '@/core/quantities/format';
import { meanWeight } from '@/core/sampling/meanWeight';
import type { Station } from '@/core/species/stations';
import { thresholds } from '@/core/thresholds';
import { ask, type Context, decides } from '@/server/context';
import { census } from '@/server/stock/numbers/census';
import { observe } from '@/server/stock/observe';
import { idsOf, type Standing, stageName, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { recordWeighing, sure } from './act';

export const decision = decides(recordWeighing, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats']);
  const mean = meanWeight(p.batches);
  await doubtMass(c, at, mean.ratio);
  const size = {
    kind: 'meanG' as const,
    value: mean.ratio,
    low: mean.ratio - mean.half,
    high: mean.ratio + mean.half,
    trials: p.batches.length,
  };
  if (p.totalMassG === undefined) {
    await observe(c, event, 'weighing', p, {
      ...idsOf(at),
      ...size,
    });
    return { lot: at.lot.name, unit: at.unit.name, meanG: mean.ratio };
  }
  const measured: Measurement = {
    method: 'weight',
    batches: p.batches,
    totalMassG: p.totalMassG,
    totalMassSdG: p.totalMassSdG,
  };
  return census(c, event, at, measured, 'weighing', { ...p, measured }, size);
});

/** Grams each, above which the unit is asked about where nothing was weighed before. */
const heavyG = (): Record<Station, number> => ({
  eggs: thresholds.heavyEgg.value,
  yolksac: thresholds.heavyYolksac.value,
  fry: thresholds.heavyFry.value,
  fingerlings: thresholds.heavyFingerling.value,
});

async function doubtMass(c: Context, at: Standing, meanG: number): Promise<void> {
  const last = await c
    .trx('observation')
    .where({ lot_id: at.lot.id, kind: 'meanG' })
    .orderBy('at', 'desc')
    .first<{ value: number } | undefined>('value');
  const heavy = heavyG()[at.holding.station];
  const wild = last
    ? meanG / last.value > thresholds.massFactor.value || last.value / meanG > thresholds.massFactor.value
    : meanG > heavy;
  if (!wild) return;
  const than = last
    ? `; the last weighing gave ${figures(last.value, 3)} g`
    : `; that is heavy for ${await stageName(c, at)}`;
  ask(c, sure, {
    message: `That makes ${figures(meanG, 3)} g each${than}. Is the unit right?`,
    path: 'batches',
    todo: 'Check grams against kilograms.',
    choices: [{ value: 'yes', label: `They do weigh ${figures(meanG, 3)} g each` }],
  });
}
