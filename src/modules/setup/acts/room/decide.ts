import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { unique } from '@/server/names';
import { saveRoom } from './act';

export const decision = decides(saveRoom, async (c, p) => {
  await unique(c, 'room', { site_id: c.site.id, name: p.name }, p.id, 'a room');
  if (
    p.sourceSensor != null &&
    !(await c.trx('sensor').where({ id: p.sourceSensor, site_id: c.site.id, kind: 'temperature' }).first('id'))
  )
    throw new ActRefused('noSensor', 'There is no such sensor of temperature.', 'sourceSensor');
  const supply = {
    ...(p.chlorineMgPerL === undefined ? {} : { chlorine_mg_l: p.chlorineMgPerL }),
    ...(p.mixedL === undefined ? {} : { mixed_l: p.mixedL }),
    ...(p.sourceSensor === undefined ? {} : { source_sensor_id: p.sourceSensor }),
  };
  if (p.id !== undefined) {
    await c
      .trx('room')
      .where({ id: p.id, site_id: c.site.id })
      .update({
        name: p.name,
        kind: p.kind,
        ...supply,
        ...(p.walkOrder === undefined ? {} : { walk_order: p.walkOrder }),
      });
    return { id: p.id };
  }
  const last = await c.trx('room').where({ site_id: c.site.id }).max('walk_order as n').first<{
    n: number | null;
  }>();
  const [id] = (await c.trx('room').insert({
    site_id: c.site.id,
    name: p.name,
    kind: p.kind,
    walk_order: p.walkOrder ?? (last.n ?? 0) + 1,
    ...supply,
  })) as [number];
  return { id };
});
