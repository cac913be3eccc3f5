import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { CLOCK_SLACK_MS } from '@/server/when';
import { batchesOf, openVaccination } from '../../vaccination';
import { vaccineBatch } from './act';

export const decision = decides(vaccineBatch, async (c, p) => {
  const row = await openVaccination(c, p.vaccination);
  const at = Math.min(c.now, p.at ?? c.now);
  if ((p.at ?? c.now) > c.now + CLOCK_SLACK_MS)
    throw new ActRefused('future', 'That time has not come yet.', 'at', 'Check the clock of the device.');
  if (at < row.begunAt)
    throw new ActRefused('before', 'That was before it began.', 'at', 'Check the clock of the device.');
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
  const { batches } = await batchesOf(c.trx, row.id);
  return { done: batches.reduce((s, b) => s + b.number, 0) };
});
