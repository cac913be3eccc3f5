import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { addUnits } from './act';

export const decision = decides(addUnits, async (c, p) => {
  const names = Array.from({ length: p.count }, (_, i) => `${p.prefix}${p.from + i}`);
  const taken = await c.trx('unit').where({ site_id: c.site.id }).whereIn('name', names).pluck('name');
  if (taken.length > 0)
    throw new ActRefused(
      'nameTaken',
      `${taken.slice(0, 5).join(', ')} ${taken.length > 1 ? 'exist' : 'exists'} already.`,
      'from',
      'Begin with a higher number.',
    );
  if (!(await c.trx('room').where({ id: p.room, site_id: c.site.id }).first('id')))
    throw new ActRefused('noRoom', 'There is no such room.', 'room');
  await c.trx('unit').insert(
    names.map((unit, i) => ({
      site_id: c.site.id,
      room_id: p.room,
      name: unit,
      kind: p.kind,
      volume_l: p.volumeL,
      load_limit: p.loadLimit,
      flow_l_min: p.flowLPerMin,
      area_cm2: p.areaCm2,
      battery: p.battery,
      place_x: i,
      place_y: p.y,
      sensor_id: p.sensor,
      shared: p.kind === 'table',
    })),
  );
  return { names };
});
