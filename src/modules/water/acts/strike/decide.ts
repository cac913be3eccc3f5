import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { markStruck } from '@/store/readings';
import { predictAllOn, sensorById } from '../../sensors';
import { strikeReadings } from './act';

export const decision = decides(strikeReadings, async (c, p) => {
  const sensor = await sensorById(c, p.sensor);
  const [id] = (await c.trx('reading_strike').insert({
    site_id: c.site.id,
    sensor_id: sensor.id,
    from_at: p.from,
    to_at: p.to,
    reason: p.reason,
    struck_by: c.actor.id,
    struck_at: c.now,
  })) as [number];
  const n = await markStruck(c.trx, { id: sensor.id, timeZone: c.site.timeZone }, p.from, p.to);
  if (n === 0)
    throw new ActRefused(
      'nothing',
      'No reading of this sensor that still counts lies in that time.',
      'from',
      'Check the times.',
    );
  if (sensor.kind === 'temperature') await predictAllOn(c, sensor.id);
  return { id, sensor: sensor.name, readings: n };
});
