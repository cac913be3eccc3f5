import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { unique } from '@/server/names';
import { mustBeEmpty } from '../../units';
import { saveUnit } from './act';

export const decision = decides(saveUnit, async (c, p) => {
  await unique(c, 'unit', { site_id: c.site.id, name: p.name }, p.id, 'a unit');
  if (!(await c.trx('room').where({ id: p.room, site_id: c.site.id }).first('id')))
    throw new ActRefused('noRoom', 'There is no such room.', 'room');
  const row = {
    site_id: c.site.id,
    room_id: p.room,
    name: p.name,
    kind: p.kind,
    volume_l: p.volumeL,
    load_limit: p.loadLimit,
    flow_l_min: p.flowLPerMin,
    area_cm2: p.areaCm2,
    battery: p.battery,
    place_x: p.x,
    place_y: p.y,
    sensor_id: p.sensor,
    shared: p.kind === 'table',
    retired: p.retired,
  };
  if (p.id === undefined) {
    const [id] = (await c.trx('unit').insert(row)) as [number];
    return { id };
  }
  if (p.retired) await mustBeEmpty(c, [{ id: p.id, name: p.name }], 'retired');
  await c.trx('unit').where({ id: p.id, site_id: c.site.id }).update(row);
  return { id: p.id };
});
