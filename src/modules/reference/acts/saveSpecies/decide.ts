import { grouped } from '@/core/quantities/format';
import type { Species } from '@/core/species/species';
import { ActRefused } from '@/server/act/refused';
import { type Context, decides } from '@/server/context';
import { queuePredictions } from '@/server/stock/jobs';
import { speciesBook, WHOLE } from '@/store/species';
import { saveSpecies } from './act';

export const decision = decides(saveSpecies, async (c, p) => {
  const { content } = p;
  const book = await speciesBook(c.trx, c.site.id);
  const present = book.get(content.id);
  if (p.fresh && present)
    throw new ActRefused('nameTaken', `${present.name} has that id already.`, 'content.id', 'Give another.');
  if (!p.fresh && !present)
    throw new ActRefused('noSpecies', 'Reference has no such species.', 'content.id', 'Add it as a new one.');
  for (const other of book.values()) {
    if (other.id === content.id) continue;
    if (other.code === content.code)
      throw new ActRefused(
        'codeTaken',
        `${other.name} has the code ${other.code}: lots of both would be named alike.`,
        'content.code',
        'Give another.',
      );
    if (other.name.toLowerCase() === content.name.toLowerCase())
      throw new ActRefused('nameTaken', 'There is a species of that name already.', 'content.name', 'Give another.');
  }
  await keepStagesInUse(c, content);
  await c.trx('species_value').insert({
    site_id: c.site.id,
    species: content.id,
    path: WHOLE,
    value: JSON.stringify(content),
    source: 'own',
    why: p.why,
    recorded_by: c.actor.id,
    recorded_at: c.now,
  });
  await queuePredictions(c, await livingLots(c, content.id));
  return { id: content.id };
});

/** A stage in which animals stand, or have stood, stays: past books are read by it. Its station may change. */
async function keepStagesInUse(c: Context, content: Species): Promise<void> {
  const used = await c
    .trx('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .where({ 'h.site_id': c.site.id, 't.species': content.id })
    .groupBy('h.stage', 'h.station')
    .select<
      {
        stage: string;
        station: string;
        lots: number;
      }[]
    >('h.stage', 'h.station', c.trx.raw('COUNT(DISTINCT h.lot_id) AS lots'));
  for (const u of used) {
    const stage = content.stages.find((x) => x.id === u.stage);
    if (!stage)
      throw new ActRefused(
        'stageInUse',
        `The stage ${u.stage} cannot go: ${Number(u.lots) === 1 ? 'a lot has' : `${grouped(Number(u.lots))} lots have`} lived through it.`,
        'content.stages',
        'Keep it; its name may change.',
      );
    if (stage.station !== u.station)
      await c
        .trx('holding')
        .where({ site_id: c.site.id, stage: u.stage })
        .whereIn('lot_id', c.trx('lot').where({ site_id: c.site.id, species: content.id }).select('id'))
        .update({ station: stage.station });
  }
}

const livingLots = async (c: Context, species: string): Promise<number[]> =>
  await c
    .trx('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .where({ 'h.site_id': c.site.id, 't.species': species })
    .where('h.number', '>', 0)
    .distinct('h.lot_id')
    .pluck<number[]>('h.lot_id');
