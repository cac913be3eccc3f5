import { z } from 'zod';
import { miltFields, stripFields } from '@/core/spawning/acts';
import { day, fishOfDay, record, roles } from './bench';
import { defineCommand } from './define';
import { dayById } from './spawningDay';
import { eventFields, eventOf } from './when';

/** Eggs stripped, dry, with how they look; held apart where they are poor. */
export const strip = defineCommand({
  type: 'spawning.strip',
  roles,
  schema: z
    .object({ ...eventFields, day, ...stripFields })
    .refine((p) => !p.apart || p.why !== '', { path: ['why'], error: 'say why they are held apart' }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const d = await dayById(c, p.day);
    const fish = await fishOfDay(c, d, p.fish, event, 'female');
    await record(c, 'strip', event, p, [
      { kind: 'strip', brood_fish_id: fish.id, spawning_day_id: d.id, value: p.massG, said: p.apart ? 'apart' : null },
    ]);
    return { tag: fish.tag };
  },
});

/** Milt of a male, with how it moves. */
export const takeMilt = defineCommand({
  type: 'spawning.milt',
  roles,
  schema: z
    .object({ ...eventFields, day, ...miltFields })
    .refine((p) => !p.apart || p.why !== '', { path: ['why'], error: 'say why it is held apart' }),
  async handle(c, p) {
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
  },
});
