import { sensorKinds } from '@/core/readings/sensorKinds';
import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { predictAllOn, putBackReading, sensorById, sensorOfUnit, typeReading } from '../../sensors';
import { recordTemperature } from './act';

export const decision = decides(
  recordTemperature,
  async (c, p) => {
    const event = eventOf(c, p);
    const sensor = p.sensor !== undefined ? await sensorById(c, p.sensor) : await sensorOfUnit(c, p.unit!);
    if (sensor.kind !== 'temperature')
      throw new ActRefused(
        'sensorKind',
        `${sensor.name} measures ${sensorKinds[sensor.kind].word}.`,
        'sensor',
        'Choose a sensor of temperature.',
      );
    const before = await c
      .trx('reading')
      .where({ sensor_id: sensor.id })
      .where('at', '<', event.at)
      .orderBy('at', 'desc')
      .first('value', 'at');
    const stood = await typeReading(c, sensor, event.at, p.celsius);
    await c.record([
      {
        kind: 'temperature',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: { ...p, readOn: sensor.id, stood },
        acts: [],
        observations: [{ kind: 'temperature', unit_id: p.unit ?? null, value: p.celsius }],
      },
    ]);
    await predictAllOn(c, sensor.id);
    const step = before && event.at - before.at < DAY_MS ? p.celsius - before.value : 0;
    return { sensor: sensor.name, celsius: p.celsius, step };
  },
  putBackReading,
);
