import type { ObservationKind } from '@/core/books/observations';
import { run } from '@/core/calculation';
import { polarisation } from '@/core/induction/ripeness';
import { decimals, figures } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { eventOf } from '@/server/when';
import type { Observation } from '@/store/books/record';
import { type FishRecord, fishById } from '../../fish';
import { latestOf, mustBeHere } from '../../life';
import { recordLook, sure } from './act';

export const decision = decides(recordLook, async (c, p) => {
  const event = eventOf(c, p);
  const fish = await fishById(c, p.fish);
  await mustBeHere(c, fish, event.at);
  const seen: Observation[] = [];
  const saw: string[] = [];
  const note = (kind: ObservationKind, value: number | null, said?: string) =>
    seen.push({ kind, brood_fish_id: fish.id, spawning_day_id: p.day ?? null, value, said: said ?? null });
  if (p.massG !== undefined) {
    await askMass(c, fish, p.massG, event.at);
    note('mass', p.massG);
  }
  if (p.lengthMm !== undefined) note('length', p.lengthMm);
  if (p.ripeness) {
    const sign = fish.book.ripeness.find((r) => r.id === p.ripeness);
    if (!sign) throw new ActRefused('noStage', `${fish.book.name} has no such sign of ripeness.`, 'ripeness');
    if (fish.sex === 'unknown') await c.trx('brood_fish').where({ id: fish.id }).update({ sex: sign.sex });
    else if (fish.sex !== sign.sex)
      throw new ActRefused(
        'sex',
        `${fish.tag} is a ${fish.sex}; “${sign.name}” is seen on a ${sign.sex}.`,
        'ripeness',
        'Check the tag, or put the sex right.',
      );
    note('ripeness', null, sign.id);
    saw.push(sign.name);
  }
  if (p.eggStage) {
    const stage = fish.book.eggStages.find((e) => e.id === p.eggStage);
    if (!stage) throw new ActRefused('noStage', `${fish.book.name} has no such stage of eggs.`, 'eggStage');
    note('eggStage', null, stage.id);
    saw.push(stage.name);
  }
  if (p.oocytes && p.oocytes.length > 0) {
    const index = run(polarisation, { oocytes: p.oocytes }).index;
    note('polarisation', index);
    saw.push(`polarisation index ${decimals(index, 3)}`);
  }
  if (p.condition) note('condition', null, p.condition.slice(0, 60));
  if (p.airSeconds !== undefined) note('air', p.airSeconds);
  await c.record([
    {
      kind: 'fishLook',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, saw: saw.join(', ') },
      acts: [],
      observations: seen,
    },
  ]);
  return { tag: fish.tag };
});

/** A mass far from the last one is a slip of a unit or of a tag more often than a fish that grew. */
async function askMass(c: Context, fish: FishRecord, massG: number, at: number): Promise<void> {
  const last = await latestOf(c, fish.id, 'mass', at);
  // The longer ago, the more it may have grown: the factor once more for every year.
  const years = last ? Math.max(0, at - last.at) / (365 * DAY_MS) : 0;
  const most = thresholds.broodMassFactor.value ** (1 + years);
  if (!last?.value || (massG < last.value * most && massG > last.value / most)) return;
  ask(c, sure, {
    message: `${fish.tag} weighed ${figures(last.value, 4)} g the last time; ${figures(massG, 4)} g is far from that.`,
    path: 'massG',
    todo: 'Check the unit and the tag.',
    choices: [{ value: 'yes', label: 'It is right' }],
  });
}
