import { sumOf } from '@/core/brood/batch';
import { ActRefused } from '@/server/act/refused';
import { type Context, decides } from '@/server/context';
import { eventOf } from '@/server/when';
import type { Observation } from '@/store/books/record';
import { standingWith } from '@/store/broodIn';
import { batchesOf } from '@/store/broodTotals';
import { judgedTreatment } from '../../dose';
import { treatBrood } from './act';

export const decision = decides(treatBrood, async (c, p) => {
  const event = eventOf(c, p);
  const of = p.batch === undefined ? await tagged(c, p.fish!, p.who, event.at) : await untagged(c, p.batch, event.at);
  const { worked, end } = judgedTreatment(
    c,
    p,
    { number: of.number, meanG: of.meanG, species: await c.species(of.species), station: 'fingerlings' },
    event.at,
  );
  await c.record([
    {
      kind: 'broodTreatment',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, worked, number: of.number },
      acts: [],
      observations: of.rows.map((row): Observation => ({ ...row, kind: 'broodTreated', value: end, said: p.product })),
    },
  ]);
  return { number: of.number, end, ...worked };
});

type Brood = { species: string; number: number; meanG: number | null; rows: Omit<Observation, 'kind'>[] };

/** A fish that is here, or all the tagged that stand in its tank, with the mean of those that were weighed. */
async function tagged(c: Context, id: number, who: 'alone' | 'tank', at: number): Promise<Brood> {
  const stands = await standingWith(c.trx, c.site.id, id, at);
  const self = stands.find((f) => f.id === id);
  if (!self) {
    const known = await c.trx('brood_fish').where({ id, site_id: c.site.id }).first<{ tag: string } | undefined>('tag');
    throw known
      ? new ActRefused('gone', `${known.tag} had left by then.`, 'fish', 'Check the tag and the time.')
      : new ActRefused('noFish', 'There is no such brood fish here.', 'fish', 'Choose one of the list.');
  }
  if (who === 'tank' && self.unit === null)
    throw new ActRefused('noUnit', `Nobody said where ${self.tag} stands.`, 'who', 'Move it first, or treat it alone.');
  const fish = who === 'alone' ? [self] : stands;
  const masses = fish.flatMap((f) => f.massG ?? []);
  const meanG = masses.length === 0 ? null : masses.reduce((s, m) => s + m, 0) / masses.length;
  return {
    species: self.species,
    number: fish.length,
    meanG,
    rows: fish.map((f) => ({ brood_fish_id: f.id, unit_id: f.unit })),
  };
}

/** The untagged of a run that waited at that time. */
async function untagged(c: Context, id: number, at: number): Promise<Brood> {
  const batch = await c
    .trx('brood_batch')
    .where({ id, site_id: c.site.id })
    .first<{ id: number; species: string; name: string } | undefined>('id', 'species', 'name');
  if (!batch) throw new ActRefused('noBatch', 'There is no such run here.', 'batch', 'Choose one of the list.');
  const came = await c
    .trx('observation')
    .where({ brood_batch_id: id, kind: 'batchIn' })
    .first<{ at: number; unit_id: number | null } | undefined>('at', 'unit_id');
  if (!came || at < came.at)
    throw new ActRefused('before', `${batch.name} had not come in by then.`, 'at', 'Check the time.');
  const [state] = await batchesOf(c.trx, c.site.id, batch.species, { only: id });
  const number = state?.waits ? sumOf(state.waits) : 0;
  if (number === 0)
    throw new ActRefused('none', `None of ${batch.name} waits any more.`, 'batch', 'Treat those that were tagged.');
  return { species: batch.species, number, meanG: null, rows: [{ brood_batch_id: id, unit_id: came.unit_id }] };
}
