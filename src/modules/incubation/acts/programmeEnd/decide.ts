import { predictAllOn, sensorById } from '@/modules/water/sensors';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { endProgramme } from './act';

export const decision = decides(endProgramme, async (c, p) => {
  const sensor = await sensorById(c, p.sensor);
  const ended = await c
    .trx('programme')
    .where({ sensor_id: sensor.id, ended_at: null })
    .update({ ended_at: c.now, ended_by: c.actor.id, why_ended: p.why });
  if (ended === 0) throw new ActRefused('none', `No programme is in force on ${sensor.name}.`, 'sensor');
  await predictAllOn(c, sensor.id);
  return { sensor: sensor.name };
});
