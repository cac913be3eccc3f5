import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { unitById } from '@/server/stock/standing';
import { tallyOf } from '../../views/tally';
import { putTally } from './act';

export const decision = decides(putTally, async (c, p) => {
  const unit = await unitById(c, p.unit);
  const mine = await c
    .trx('tally_part')
    .where({ id: p.part })
    .first<{ unit_id: number; person_id: number } | undefined>('unit_id', 'person_id');
  if (mine && (mine.unit_id !== unit.id || mine.person_id !== c.actor.id))
    throw new ActRefused('notYours', 'That part of a tally is another’s.', 'part', 'Begin your own.');
  const counts = JSON.stringify(p.counts);
  if (mine) await c.trx('tally_part').where({ id: p.part }).update({ counts, at: c.now });
  else
    await c
      .trx('tally_part')
      .insert({ id: p.part, unit_id: unit.id, person_id: c.actor.id, counts, begun_at: c.now, at: c.now });
  return tallyOf(c.trx, unit.id, c.now);
});
