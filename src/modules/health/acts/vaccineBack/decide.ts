import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { openVaccination } from '../../vaccination';
import { vaccineBack } from './act';

export const decision = decides(vaccineBack, async (c, p) => {
  const row = await openVaccination(c, p.vaccination);
  const batch = await c
    .trx('vaccination_batch')
    .where({ id: p.batch, vaccination_id: row.id })
    .first<{ number: number } | undefined>('number');
  if (!batch)
    throw new ActRefused('noBatch', 'There is no such batch any more.', 'batch', 'It was taken back already.');
  await c.trx('vaccination_batch').where({ id: p.batch }).delete();
  return { number: batch.number };
});
