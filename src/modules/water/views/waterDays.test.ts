import { localDay } from '@/core/time/localDay';
import { type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
import { waterDays } from './waterDays';

let h: TestHatchery;
const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna' });
beforeAll(async () => {
  h = await testHatchery();
});

test('each day of the window has its mean and span, a day without readings nothing; days stay local over the change of clocks', async () => {
  // 3 November: clocks went back on 26 October.
  const file = ['time;temp', '2031-10-25 08:00;6', '2031-10-25 20:00;7', '2031-10-26 23:30;5', '2031-11-03 00:30;4,5'];
  await h.send('readings.import', { sensor: h.sensor, text: file.join('\n') });
  const w = await waterDays(h.db, site(), h.clock.now, 12);
  expect(w.days).toHaveLength(12);
  expect(w.days.at(-1)).toBe(localDay(h.clock.now, 'Europe/Vienna').start);
  const list = w.bySensor[h.sensor]!;
  expect(list.map((d) => d && [d.mean, d.low, d.high])).toEqual([
    null,
    null,
    [6.5, 6, 7],
    [5, 5, 5],
    null,
    null,
    null,
    null,
    null,
    null,
    null,
    [4.5, 4.5, 4.5],
  ]);
});

test('a sensor never read has no row, another site sees none of this one', async () => {
  const { id } = await h.send<{ id: number }>('sensor.save', {
    name: 'bay2',
    room: ((await h.db('room').first('id')) as { id: number }).id,
  });
  expect((await waterDays(h.db, site(), h.clock.now)).bySensor[id]).toBeUndefined();
  expect((await waterDays(h.db, { ...site(), siteId: 999 }, h.clock.now)).bySensor).toEqual({});
});

test('times that were skipped ask how the logger’s clock runs; the answer decides, and twice adds nothing', async () => {
  h.clock.now = Date.parse('2032-05-01T08:00:00Z');
  const text = 'time;temp\n2032-03-28 01:30;4\n2032-03-28 02:30;4,1\n2032-03-28 03:30;4,2\n';
  const send = (more = {}) =>
    h.send<{ added: number; same: number; from: string }>('readings.import', { sensor: h.sensor, text, ...more });
  await expect(send()).rejects.toMatchObject({ code: 'clock', asks: [{ id: 'clock' }] });
  expect(await send({ clock: 'winter' })).toMatchObject({ added: 3, from: '28 Mar 01:30' });
  expect(await send({ clock: 'winter' })).toMatchObject({ added: 0, same: 3 });
});
