import { plain } from '@/core/quantities/format';
import { sensorKinds } from '@/core/readings/sensorKinds';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { predictAllOn, putBackReading, sensorById, typeReading } from '../../sensors';
import { recordReading } from './act';

export const decision = decides(
  recordReading,
  async (c, p) => {
    const event = eventOf(c, p);
    const sensor = await sensorById(c, p.sensor);
    const kind = sensorKinds[sensor.kind];
    if (p.value < kind.low || p.value > kind.high)
      throw new ActRefused(
        'range',
        `${plain(p.value)} ${kind.unit} is no ${kind.word} of water.`,
        'value',
        `It lies between ${plain(kind.low)} and ${plain(kind.high)} ${kind.unit}: check the unit and the probe.`,
      );
    const stood = await typeReading(c, sensor, event.at, p.value);
    await c.record([
      {
        kind: 'reading',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: { ...p, sensorName: sensor.name, unitName: kind.unit, readOn: sensor.id, stood },
        acts: [],
        observations: [{ kind: sensor.kind, value: p.value }],
      },
    ]);
    if (sensor.kind === 'temperature') await predictAllOn(c, sensor.id);
    return { sensor: sensor.name, value: p.value };
  },
  putBackReading,
);
