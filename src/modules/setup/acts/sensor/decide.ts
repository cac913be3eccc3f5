import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { unique } from '@/server/names';
import { saveSensor } from './act';

export const decision = decides(saveSensor, async (c, p) => {
  await unique(c, 'sensor', { site_id: c.site.id, name: p.name }, p.id, 'a sensor');
  if (!(await c.trx('room').where({ id: p.room, site_id: c.site.id }).first('id')))
    throw new ActRefused('noRoom', 'There is no such room.', 'room');
  if (p.id !== undefined) {
    await c.trx('sensor').where({ id: p.id, site_id: c.site.id }).update({ name: p.name, room_id: p.room });
    return { id: p.id };
  }
  const [id] = (await c.trx('sensor').insert({ site_id: c.site.id, room_id: p.room, name: p.name, kind: p.kind })) as [
    number,
  ];
  return { id };
});
