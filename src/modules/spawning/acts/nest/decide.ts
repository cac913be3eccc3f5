import { decides } from '@/server/context';
import { dayById } from '@/server/stock/spawningDay';
import { allPairs, askStrains } from '@/server/stock/strains';
import { eventOf } from '@/server/when';
import { mustBeNewBowl, mustBeProtocols } from '../../bowls';
import { fishOfDay, record, stateOf } from '../../dayState';
import { nest } from './act';

export const decision = decides(nest, async (c, p) => {
  const event = eventOf(c, p);
  const d = await dayById(c, p.day);
  const state = await stateOf(c, d);
  mustBeNewBowl(state, p.bowl);
  await mustBeProtocols(c, p.protocols);
  const female = await fishOfDay(c, d, p.female, event, 'female');
  const males = [];
  for (const id of p.males) males.push(await fishOfDay(c, d, id, event, 'male'));
  askStrains(c, allPairs([female], males), 'males');
  await record(
    c,
    'nest',
    event,
    p,
    [female, ...males].map((f) => ({ kind: 'nest', brood_fish_id: f.id, spawning_day_id: d.id, said: p.bowl })),
  );
  return { bowl: p.bowl, female: female.tag };
});
