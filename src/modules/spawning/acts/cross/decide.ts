import { figures } from '@/core/quantities/format';
import { type DayState, eggsLeft } from '@/core/spawning/dayState';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { dayById } from '@/server/stock/spawningDay';
import { allPairs, askStrains } from '@/server/stock/strains';
import { eventOf } from '@/server/when';
import { mustBeNewBowl, mustBeProtocols } from '../../bowls';
import { fishOfDay, record, stateOf } from '../../dayState';
import { cross, sure } from './act';

export const decision = decides(cross, async (c, p) => {
  const event = eventOf(c, p);
  const d = await dayById(c, p.day);
  const state = await stateOf(c, d);
  mustBeNewBowl(state, p.bowl);
  await mustBeProtocols(c, p.protocols);
  const females = [];
  for (const f of p.females) {
    const fish = await fishOfDay(c, d, f.fish, event, 'female');
    const left = eggsLeft(state, f.fish);
    // What a scale and a wet bowl make of one and the same mass.
    if (left === 0 || f.massG > left * 1.05)
      throw new ActRefused(
        'noEggs',
        left === 0
          ? `${fish.tag} has no eggs left: none were stripped, or all are in bowls.`
          : `${fish.tag} has ${figures(left, 4)} g of eggs left, not ${figures(f.massG, 4)}.`,
        'females',
        'Record what was stripped, or put the mass right.',
      );
    females.push(fish);
  }
  const males = [];
  for (const id of p.males) males.push(await fishOfDay(c, d, id, event, 'male'));
  askStrains(c, allPairs(females, males), 'males');
  askPoor(c, state, females, males);
  await record(
    c,
    'cross',
    event,
    p,
    [...females, ...males].map((f) => ({
      kind: 'cross',
      brood_fish_id: f.id,
      spawning_day_id: d.id,
      said: p.bowl,
    })),
  );
  return { bowl: p.bowl, females: females.map((f) => f.tag), males: males.map((f) => f.tag) };
});

/** Poor eggs and dead milt spoil a whole bowl: asked about before they go in. */
function askPoor(c: Context, state: DayState, females: readonly Named[], males: readonly Named[]): void {
  const apart = females.filter((f) => state.fish.get(f.id)?.strips.every((s) => s.apart));
  const dead = males.filter((m) => {
    const milts = state.fish.get(m.id)?.milts ?? [];
    return milts.length > 0 && milts.every((x) => x.apart || x.motility === 'none');
  });
  const poor = [...apart.map((f) => `the eggs of ${f.tag}`), ...dead.map((m) => `the milt of ${m.tag}`)];
  if (poor.length > 0)
    ask(c, sure, {
      message: `Held apart, or found not to move: ${poor.join(', ')}.`,
      path: 'females',
      todo: 'Poor gametes spoil a bowl.',
      choices: [{ value: 'yes', label: 'Take them all the same' }],
    });
}

type Named = { id: number; tag: string };
