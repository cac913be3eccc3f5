import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { arrangeRoom } from './act';

export const decision = decides(arrangeRoom, async (c, p) => {
  const own = new Set(await c.trx('unit').where({ room_id: p.room, site_id: c.site.id }).pluck('id'));
  const stray = p.units.find((u) => !own.has(u.id));
  if (stray) throw new ActRefused('noUnit', 'One of these units stands in another room.', 'units', 'Look again.');
  for (const u of p.units)
    await c.trx('unit').where({ id: u.id }).update({ place_x: u.x, place_y: u.y, battery: u.battery });
  return { moved: p.units.length };
});
