import { laidDown, type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
import { openAlarms } from './alarms';

let h: TestHatchery;
beforeAll(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
});

test('the water before the probe, what harms soonest first, and behind them what somebody sees to', async () => {
  const { room_id: room } = (await h.db('unit').where({ id: h.units.J1! }).first('room_id')) as { room_id: number };
  const sensor = async (name: string, kind: string) =>
    (await h.send<{ id: number }>('sensor.save', { name, room, kind })).id;
  const [chlorine, flow, acid] = [
    await sensor('chl', 'chlorine'),
    await sensor('fl', 'flow'),
    await sensor('ph', 'pH'),
  ];
  const opened = (sensorId: number, kind: string, says: string, minutesAgo: number, more: object = {}) =>
    h.db('alarm').insert({
      site_id: h.manager.siteId,
      sensor_id: sensorId,
      kind,
      says,
      todo: 'look',
      opened_at: h.clock.now - minutesAgo * 60_000,
      ...more,
    });
  await opened(acid, 'high', 'acid', 90);
  await opened(h.sensor, 'high', 'warm', 60);
  await opened(h.sensor, 'silent', 'silent', 80);
  await opened(flow, 'low', 'flow', 5);
  await opened(chlorine, 'high', 'chlorine', 1);
  await opened(chlorine, 'stuck', 'seen to', 200, { seen_by: h.manager.id, seen_at: h.clock.now });
  await opened(flow, 'low', 'over', 300, { closed_at: h.clock.now });
  const says = (await openAlarms(h.db, h.manager.siteId, false)).map((a) => a.says);
  expect(says).toEqual(['chlorine', 'flow', 'warm', 'acid', 'silent', 'seen to']);
});
