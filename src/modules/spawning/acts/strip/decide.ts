import { decides } from '@/server/context';
import { dayById } from '@/server/stock/spawningDay';
import { eventOf } from '@/server/when';
import { fishOfDay, record } from '../../dayState';
import { strip } from './act';

export const decision = decides(strip, async (c, p) => {
  const event = eventOf(c, p);
  const d = await dayById(c, p.day);
  const fish = await fishOfDay(c, d, p.fish, event, 'female');
  await record(c, 'strip', event, p, [
    { kind: 'strip', brood_fish_id: fish.id, spawning_day_id: d.id, value: p.massG, said: p.apart ? 'apart' : null },
    ...(p.airSeconds === undefined
      ? []
      : [{ kind: 'air' as const, brood_fish_id: fish.id, spawning_day_id: d.id, value: p.airSeconds }]),
  ]);
  return { tag: fish.tag };
});
