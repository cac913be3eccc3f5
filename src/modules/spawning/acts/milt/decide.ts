import { decides } from '@/server/context';
import { dayById } from '@/server/stock/spawningDay';
import { eventOf } from '@/server/when';
import { fishOfDay, record } from '../../dayState';
import { takeMilt } from './act';

export const decision = decides(takeMilt, async (c, p) => {
  const event = eventOf(c, p);
  const d = await dayById(c, p.day);
  const fish = await fishOfDay(c, d, p.fish, event, 'male');
  await record(c, 'milt', event, p, [
    {
      kind: 'milt',
      brood_fish_id: fish.id,
      spawning_day_id: d.id,
      value: p.volumeMl ?? null,
      said: p.apart ? 'apart' : (p.motility ?? null),
    },
  ]);
  return { tag: fish.tag };
});
