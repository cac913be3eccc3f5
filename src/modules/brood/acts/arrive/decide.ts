import { type BySex, sumOf } from '@/core/brood/batch';
import { sexes } from '@/core/brood/parseFish';
import { figures, plain } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { ActRefused } from '@/server/act/refused';
import { type Context, decides } from '@/server/context';
import { askCertified } from '@/server/stock/asks/certified';
import { unitById } from '@/server/stock/standing';
import { eventOf } from '@/server/when';
import type { Observation } from '@/store/books/record';
import { batchesOf } from '@/store/broodTotals';
import { askQuota, except, mustCover, seasonAt } from '../../batches';
import { arrive } from './act';

export const decision = decides(arrive, async (c, p) => {
  const event = eventOf(c, p);
  const species = await c.species(p.species);
  const unit = await unitById(c, p.unit);
  const came: BySex = { female: p.females, male: p.males, unknown: p.unknown };
  if (p.means === 'electric') await askCertified(c, 'electro', 'means');
  await askQuota(c, { species: species.id, at: event.at, what: 'held', adds: came, path: 'females' });
  const batch = await batchFor(c, species, event.at, p.name);
  const of = { brood_batch_id: batch.id, unit_id: unit.id };
  const observations: Observation[] = sexes
    .filter((s) => came[s] > 0)
    .map((s) => ({ kind: 'batchIn', ...of, said: s, value: came[s] }));
  // Whose sex was not told are taken to be those that died, then as they stand.
  let dead = p.dead;
  for (const s of ['unknown', 'female', 'male'] as const) {
    const n = Math.min(dead, came[s]);
    if (n > 0) observations.push({ kind: 'batchOut', ...of, said: `${s} died`, value: n });
    dead -= n;
  }
  for (const x of p.own) observations.push({ kind: 'batchOwn', ...of, said: x.season, value: x.number });
  await c.record([
    {
      kind: 'fishArrival',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, batch: batch.id, batchName: batch.name },
      acts: [],
      observations,
    },
  ]);
  // A number corrected must still cover what was sorted out of it.
  mustCover((await batchesOf(c.trx, c.site.id, species.id, { only: batch.id, ...except(c) }))[0]!, 'females');
  const most = thresholds.soakHours.value;
  return {
    batch: batch.id,
    name: batch.name,
    number: sumOf(came),
    unit: unit.name,
    ...(p.soakHours !== undefined && p.soakHours > most
      ? {
          warning: `${figures(p.soakHours, 2)} hours in it, above ${plain(most)}: let them rest before they are handled.`,
        }
      : {}),
  };
});

/** The row of a batch: of an arrival that is corrected the one it made. */
async function batchFor(c: Context, species: { id: string; code: string }, at: number, wanted: string) {
  const made = c.replacing
    ? await c
        .trx('observation')
        .where({ entry_seq: c.replacing.seq })
        .whereNotNull('brood_batch_id')
        .first<{ id: number } | undefined>('brood_batch_id as id')
    : undefined;
  const season = seasonAt(c, at);
  let name = wanted;
  const taken = new Map(
    (await c.trx('brood_batch').where({ site_id: c.site.id }).select('id', 'name'))
      .filter((b) => b.id !== made?.id)
      .map((b) => [b.name, b.id]),
  );
  if (name && taken.has(name))
    throw new ActRefused('nameTaken', `There is a batch ${name} already.`, 'name', 'Give another name.');
  if (!name && made) name = (await c.trx('brood_batch').where({ id: made.id }).first<{ name: string }>('name')).name;
  for (let n = 1; !name; n++) {
    const free = `${species.code}-run-${season.slice(2, 4)}-${String(n).padStart(2, '0')}`;
    if (!taken.has(free)) name = free;
  }
  if (made) {
    await c.trx('brood_batch').where({ id: made.id }).update({ name, species: species.id });
    return { id: made.id, name };
  }
  const [id] = (await c.trx('brood_batch').insert({ site_id: c.site.id, species: species.id, name })) as [number];
  return { id, name };
}
