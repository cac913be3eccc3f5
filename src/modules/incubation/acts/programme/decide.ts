import { decimals, plain } from '@/core/quantities/format';
import { limitAt } from '@/core/species/life';
import { predictAllOn, sensorById } from '@/modules/water/sensors';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { beyond, saveProgramme } from './act';

export const decision = decides(saveProgramme, async (c, p) => {
  const sensor = await sensorById(c, p.sensor);
  if (sensor.kind !== 'temperature')
    throw new ActRefused('sensorKind', `${sensor.name} measures no temperature.`, 'sensor', 'Choose another.');
  const lot = await c.trx('lot').where({ id: p.lot, site_id: c.site.id }).first('id', 'name', 'species');
  if (!lot) throw new ActRefused('noLot', 'There is no such lot.', 'lot');
  if (p.points.some((x, i) => i > 0 && x.at <= p.points[i - 1]!.at))
    throw new ActRefused('order', 'The set points are not in order of time.', 'points');
  if (p.points.at(-1)!.at <= c.now)
    throw new ActRefused('past', 'All of it lies in the past.', 'points', 'Work it anew from today.');
  const species = await c.species(lot.species);
  const bears = limitAt(species, 'temperature', 'eggs');
  const out = p.points.find((x) => (bears?.low ?? -9) > x.celsius + 0.01 || (bears?.high ?? 99) < x.celsius - 0.01);
  if (out)
    ask(c, beyond, {
      message: `${decimals(out.celsius, 1)} °C lies outside what Reference gives for ${species.name} eggs, ${plain(bears!.low!)} to ${plain(bears!.high!)} °C.`,
      path: 'points',
      todo: 'Drag it back, or say that it is meant.',
      choices: [{ value: 'meant', label: 'It is meant' }],
    });
  await c
    .trx('programme')
    .where({ sensor_id: sensor.id, ended_at: null })
    .update({ ended_at: c.now, ended_by: c.actor.id, why_ended: 'another took its place' });
  const [id] = (await c.trx('programme').insert({
    site_id: c.site.id,
    sensor_id: sensor.id,
    lot_id: lot.id,
    stage: p.stage,
    target_at: p.targetAt,
    not_before: p.notBefore ?? null,
    points: JSON.stringify(p.points),
    asked: JSON.stringify(p.asked),
    energy_kwh: p.energyKwh,
    made_by: c.actor.id,
    made_at: c.now,
  })) as [number];
  await predictAllOn(c, sensor.id);
  return { id, sensor: sensor.name };
});
