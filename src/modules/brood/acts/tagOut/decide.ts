import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { batchesOf } from '@/store/broodTotals';
import { batchById, except, mustCover } from '../../batches';
import { tagOut } from './act';

export const decision = decides(tagOut, async (c, p) => {
  const batch = await batchById(c, p.batch);
  const twice = p.tags.find((t, i) => p.tags.indexOf(t) !== i);
  if (twice) throw new ActRefused('twice', `${twice} stands twice.`, 'tags', 'Give each tag once.');
  const known = await c
    .trx('brood_fish')
    .where({ site_id: c.site.id, species: batch.species })
    .whereIn('tag', p.tags)
    .pluck('tag');
  if (known.length > 0)
    throw new ActRefused('known', `Known already: ${known.slice(0, 5).join(', ')}.`, 'tags', 'Check the tags.');
  const came = await c
    .trx('observation as o')
    .join('entry as e', 'e.seq', 'o.entry_seq')
    .where({ 'o.brood_batch_id': batch.id, 'o.kind': 'batchIn' })
    .first<{ at: number; unit_id: number; intent: string } | undefined>('o.at', 'o.unit_id', 'e.intent');
  if (!came) throw new ActRefused('noBatch', `The arrival of ${batch.name} was taken back.`, 'batch');
  const { place = '' } = (typeof came.intent === 'string' ? JSON.parse(came.intent) : came.intent) as {
    place?: string;
  };
  await c.trx('brood_fish').insert(
    p.tags.map((t) => ({
      site_id: c.site.id,
      species: batch.species,
      tag: t,
      sex: p.sex,
      strain: p.strain,
      source: 'wild',
      origin: place,
      came_on: came.at,
      batch_id: batch.id,
    })),
  );
  mustCover((await batchesOf(c.trx, c.site.id, batch.species, { only: batch.id, ...except(c) }))[0]!, 'tags');
  const ids = await c
    .trx('brood_fish')
    .where({ site_id: c.site.id, species: batch.species })
    .whereIn('tag', p.tags)
    .pluck('id');
  await c
    .lookup('brood.move')
    .decide(c, { fish: ids, unit: came.unit_id, precision: 'minute', measuredBy: '', note: '' });
  return { tagged: p.tags.length, name: batch.name };
});
