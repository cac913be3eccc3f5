import { noneOf } from '@/core/brood/batch';
import { fateOf } from '@/core/brood/fates';
import { decides } from '@/server/context';
import { askCertified } from '@/server/stock/asks/certified';
import { eventOf } from '@/server/when';
import type { Observation } from '@/store/books/record';
import { askRules } from '../../batches';
import { fishById } from '../../fish';
import { mustBeHere } from '../../life';
import { askTreated } from '../../treated';
import { recordFate } from './act';

export const decision = decides(recordFate, async (c, p) => {
  const event = eventOf(c, p);
  const fish = await fishById(c, p.fish);
  await mustBeHere(c, fish, event.at);
  const fate = fateOf(p.fate)!;
  if (fate.killed) await askCertified(c, 'killing', 'fate');
  await askTreated(c, { fish }, fate.id, event);
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
