import { noneOf } from '@/core/brood/batch';
import { fateOf } from '@/core/brood/fates';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { askCertified } from '@/server/stock/asks/certified';
import { eventOf } from '@/server/when';
import type { Observation } from '@/store/books/record';
import { batchesOf } from '@/store/broodTotals';
import { askRules, batchById, except, mustCover } from '../../batches';
import { askTreated } from '../../treated';
import { sort } from './act';

export const decision = decides(sort, async (c, p) => {
  const event = eventOf(c, p);
  const batch = await batchById(c, p.batch);
  const began = await c
    .trx('observation')
    .where({ brood_batch_id: batch.id, kind: 'batchIn' })
    .min('at as at')
    .first<{ at: number | null }>();
  if (began.at === null || event.at < began.at)
    throw new ActRefused('before', `${batch.name} had not come in by then.`, 'at', 'Check the time.');
  if (fateOf(p.fate)!.killed) await askCertified(c, 'killing', 'fate');
  await askTreated(c, { batch }, p.fate, event);
  await askRules(c, {
    species: batch.species,
    source: 'wild',
    fate: p.fate,
    at: event.at,
    adds: { ...noneOf(), [p.sex]: p.number },
  });
  const of = { brood_batch_id: batch.id };
  const observations: Observation[] = [{ kind: 'batchOut', ...of, said: `${p.sex} ${p.fate}`, value: p.number }];
  if (fateOf(p.fate)!.killed)
    observations.push({ kind: 'kill', ...of, said: p.method!, trials: p.number, successes: p.sufficed! });
  await c.record([
    {
      kind: 'fishSort',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, batchName: batch.name },
      acts: [],
      observations,
    },
  ]);
  mustCover((await batchesOf(c.trx, c.site.id, batch.species, { only: batch.id, ...except(c) }))[0]!, 'number');
  return { name: batch.name, fate: fateOf(p.fate)!.name, number: p.number };
});
