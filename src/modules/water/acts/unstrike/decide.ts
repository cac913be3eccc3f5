import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { markStruck } from '@/store/readings';
import { predictAllOn, sensorById } from '../../sensors';
import { unstrikeReadings } from './act';

export const decision = decides(unstrikeReadings, async (c, p) => {
  const strike = await c.trx('reading_strike').where({ id: p.strike, site_id: c.site.id }).first();
  if (!strike) throw new ActRefused('noStrike', 'There is no such strike.', 'strike');
  if (strike.undone_at !== null)
    throw new ActRefused('undone', 'That strike was taken back already.', 'strike', 'Look at the list again.');
  const sensor = await sensorById(c, strike.sensor_id);
  await c.trx('reading_strike').where({ id: strike.id }).update({ undone_by: c.actor.id, undone_at: c.now });
  await markStruck(c.trx, { id: sensor.id, timeZone: c.site.timeZone }, strike.from_at, strike.to_at);
  if (sensor.kind === 'temperature') await predictAllOn(c, sensor.id);
  return { sensor: sensor.name };
});
