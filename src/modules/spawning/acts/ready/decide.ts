import { decides } from '@/server/context';
import { dayById } from '@/server/stock/spawningDay';
import { eventOf } from '@/server/when';
import { fishOfDay, record } from '../../dayState';
import { lookReady } from './act';

export const decision = decides(lookReady, async (c, p) => {
  const event = eventOf(c, p);
  const d = await dayById(c, p.day);
  const fish = await fishOfDay(c, d, p.fish, event, 'female');
  await record(c, 'ready', event, p, [{ kind: 'ready', brood_fish_id: fish.id, spawning_day_id: d.id, said: p.found }]);
  return { tag: fish.tag };
});
