import { livingStock } from '@/server/stock/livingStock';
import { DAY, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { feedRowsOf } from './screens/day/feedRow';
import { feedingStretch, stretchesOf } from './views/feedingDay';
import { hallView } from './views/hall';

const tank = (n: number, room = 1) => ({ unitId: n, unit: `R${n}`, roomId: room, room: `Hall ${room}` });

test('the walk in stretches: room by room, evenly, each tank once', () => {
  const walk = [...Array.from({ length: 90 }, (_, i) => tank(i + 1)), ...[91, 92].map((n) => tank(n, 2))];
  const stretches = stretchesOf(walk, 40);
  expect(stretches.map((s) => `${s.room} ${s.first} ${s.last} ${s.tanks}`)).toEqual([
    'Hall 1 R1 R30 30',
    'Hall 1 R31 R60 30',
    'Hall 1 R61 R90 30',
    'Hall 2 R91 R92 2',
  ]);
  expect(stretches.flatMap((s) => s.unitIds)).toEqual(walk.map((t) => t.unitId));
  // Two lots in one tank are one stop.
  expect(stretchesOf([tank(1), tank(1)], 40)).toMatchObject([{ tanks: 1 }]);
  expect(stretchesOf([], 40)).toEqual([]);
});

test('a stretch says of its tanks what the whole day says, growth that others showed included', async () => {
  const h: TestHatchery = await testHatchery();
  const site = { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' };
  const room = (await h.db('unit').where({ name: 'R1' }).first('room_id'))!.room_id;
  const { id: sensor } = await h.send<{ id: number }>('sensor.save', { name: 'hall', room });
  for (const [i, name] of ['R1', 'R2', 'R3'].entries())
    await h.send('stock.bring', {
      account: 'opening',
      species: 'arctic-char',
      stage: 'fry',
      unit: h.units[name]!,
      measured: { method: 'counted', number: 3000 + i },
    });
  for (let d = 0; d <= 42; d++) {
    if (d % 21 === 0)
      for (const name of d === 42 ? ['R1', 'R2', 'R3'] : ['R1', 'R2'])
        await h.send('weigh.record', {
          unit: h.units[name]!,
          batches: [0.99, 1.01].map((f) => ({ massG: 50 * (0.5 + d * 0.012) * f, count: 50 })),
          sure: 'yes',
        });
    h.clock.now += DAY;
    await h.send('temperature.record', { sensor, celsius: 10 });
  }
  const now = h.clock.now;
  const reader = { timeZone: site.timeZone, now, us: false };
  const whole = feedRowsOf(await hallView(h.db, site, now, await livingStock(h.db, site, now)), reader);
  const last = await feedingStretch(h.db, site, now, 2, 1);
  expect(last.stretches).toHaveLength(3);
  // R3 was weighed once: what it is fed rests on how the others grew.
  expect(feedRowsOf(last.hall, reader)).toEqual(whole.filter((r) => r.unit === 'R3'));
  expect(last.hall.units[0]!.fed[0]!.learned).toMatchObject({ from: 'house' });
  expect((await feedingStretch(h.db, site, now, 99, 1)).place).toBe(2);
});

test('nothing eats: no stretch, no row', async () => {
  const h = await testHatchery();
  const site = { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' };
  expect(await feedingStretch(h.db, site, h.clock.now, 0)).toMatchObject({
    stretches: [],
    place: 0,
    hall: { units: [] },
  });
});
