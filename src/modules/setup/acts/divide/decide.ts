import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { mustBeEmpty, type UnitRow, unitRow } from '../../units';
import { divideUnit } from './act';

export const decision = decides(divideUnit, async (c, p) => {
  const whole = await unitRow(c, p.id);
  if (whole.retired)
    throw new ActRefused('divided', `${whole.name} is divided or out of use already.`, 'id', 'Join its parts first.');
  if (whole.part_of !== null)
    throw new ActRefused('part', `${whole.name} is itself a part.`, 'id', 'Join the parts and divide anew.');
  await mustBeEmpty(c, [whole], 'id');
  if (new Set(p.names.map((n) => n.toLowerCase())).size !== p.names.length)
    throw new ActRefused('twice', 'One name stands twice.', 'names', 'Give each part its own.');
  const before = (await c.trx('unit').where({ site_id: c.site.id }).whereIn('name', p.names)) as UnitRow[];
  const strangers = before.filter((u) => u.part_of !== whole.id);
  if (strangers.length > 0)
    throw new ActRefused(
      'nameTaken',
      `${strangers.map((u) => u.name).join(', ')} ${strangers.length > 1 ? 'exist' : 'exists'} already.`,
      'names',
      'Give other names.',
    );
  const share = (v: number | null) => (v === null ? null : v / p.names.length);
  const part = {
    site_id: whole.site_id,
    room_id: whole.room_id,
    kind: whole.kind,
    volume_l: share(whole.volume_l),
    load_limit: whole.load_limit === null ? null : Math.floor(whole.load_limit / p.names.length),
    flow_l_min: share(whole.flow_l_min),
    area_cm2: share(whole.area_cm2),
    battery: whole.battery,
    place_x: whole.place_x,
    place_y: whole.place_y,
    part_of: whole.id,
    sensor_id: whole.sensor_id,
    shared: Boolean(whole.shared),
    retired: false,
  };
  // A tank divided a second time gets its old parts back, with their history.
  for (const name of p.names) {
    const old = before.find((u) => u.name === name);
    if (old) await c.trx('unit').where({ id: old.id }).update(part);
    else await c.trx('unit').insert({ ...part, name });
  }
  await c.trx('unit').where({ id: whole.id }).update({ retired: true });
  return { unit: whole.name, parts: p.names };
});
