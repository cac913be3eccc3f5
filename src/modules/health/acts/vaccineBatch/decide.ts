import { plain } from '@/core/quantities/format';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { CLOCK_SLACK_MS } from '@/server/when';
import { batchesOf, MANY, openVaccination } from '../../vaccination';
import { vaccineBatch } from './act';

export const decision = decides(vaccineBatch, async (c, p) => {
  const row = await openVaccination(c, p.vaccination);
  const at = Math.min(c.now, p.at ?? c.now);
  if ((p.at ?? c.now) > c.now + CLOCK_SLACK_MS)
    throw new ActRefused('future', 'That time has not come yet.', 'at', 'Check the clock of the device.');
  if (at < row.begunAt)
    throw new ActRefused('before', 'That was before it began.', 'at', 'Check the clock of the device.');
  const before = (await batchesOf(c.trx, row.id)).batches.reduce((s, b) => s + b.number, 0);
  const stands = await c
    .trx('holding')
    .where({ unit_id: row.unitId, lot_id: row.lotId, stage: row.stage })
    .first<{ number: number } | undefined>('number');
  if (p.what === 'batch' && before + p.number > MANY * (stands?.number ?? 0))
    throw new ActRefused(
      'number',
      `With these ${plain(before + p.number)} were done; the books hold ${plain(stands?.number ?? 0)} there.`,
      'number',
      'Check the figure; count the tank where the books are wrong.',
    );
  await c.trx('vaccination_batch').insert({
    id: c.commandId,
    vaccination_id: row.id,
    kind: p.what,
    number: p.what === 'needle' ? 0 : p.number,
    dead: p.what === 'needle' ? 0 : p.dead,
    asleep_s: p.asleepS ?? null,
    hand: p.hand || c.actor.name,
    at,
    person_id: c.actor.id,
  });
  return { done: before + (p.what === 'needle' ? 0 : p.number) };
});
