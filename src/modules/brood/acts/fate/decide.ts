import { noneOf } from '@/core/brood/batch';
import { fateOf } from '@/core/brood/fates';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { askCertified } from '@/server/stock/certified';
import { eventOf } from '@/server/when';
import type { Observation } from '@/store/books/record';
import { askRules } from '../../batches';
import { type FishRecord, fishById } from '../../fish';
import { latestOf, mustBeHere } from '../../life';
import { recordFate, withdrawal } from './act';

export const decision = decides(recordFate, async (c, p) => {
  const event = eventOf(c, p);
  const fish = await fishById(c, p.fish);
  await mustBeHere(c, fish, event.at);
  const fate = fateOf(p.fate)!;
  if (fate.killed) await askCertified(c, 'killing', 'fate');
  if (fate.id === 'food') await mustNotBeTreated(c, fish, event.at);
  await askRules(c, {
    species: fish.species,
    source: fish.source,
    fate: fate.id,
    at: event.at,
    adds: { ...noneOf(), [fish.sex]: 1 },
  });
  const of = { brood_fish_id: fish.id, spawning_day_id: p.day ?? null };
  const observations: Observation[] = [{ kind: 'fate', ...of, said: fate.id }];
  if (p.massG !== undefined) observations.push({ kind: 'mass', ...of, value: p.massG });
  if (p.lengthMm !== undefined) observations.push({ kind: 'length', ...of, value: p.lengthMm });
  if (fate.killed)
    observations.push({ kind: 'kill', ...of, said: p.method!, trials: 1, successes: p.firstSufficed ? 1 : 0 });
  if (p.mark) observations.push({ kind: 'mark', ...of, said: p.mark });
  await c.record([{ kind: 'fate', ...event, replacesSeq: c.replacing?.seq, intent: p, acts: [], observations }]);
  return { tag: fish.tag, fate: fate.name };
});

async function mustNotBeTreated(c: Context, fish: FishRecord, at: number): Promise<void> {
  const given = await latestOf(c, fish.id, 'inject', at);
  if (!given) return;
  const on = {
    message: `${fish.tag} was injected (${given.said ?? 'hormone'}): it is barred from food.`,
    path: 'fate',
    todo: 'Choose another end. The manager may answer that its withdrawal, by label and local law, is over.',
  };
  // Only who is responsible for the label's and the law's days may say that they are over.
  if (c.actor.role !== 'manager') throw new ActRefused('treated', on.message, on.path, on.todo);
  ask(c, withdrawal, { ...on, choices: [{ value: 'over', label: 'Its withdrawal is over' }] });
}
