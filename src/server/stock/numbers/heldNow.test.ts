import { workJobs } from '@/store/predictions';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
import { heldNow } from './heldNow';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
}, 60_000);

const newest = async () => ((await h.db('entry').orderBy('seq', 'desc').first('id')) as { id: string }).id;

test('after a pick: what its unit holds, and how the round was judged once its water is known', async () => {
  const before = await h.number('J1');
  await h.send('pick.record', { unit: h.units.J1!, stage: 'egg', number: 12 });
  const [held] = await heldNow(h.db, h.manager.siteId, [await newest()]);
  expect(held).toMatchObject({ unit: 'J1', stage: 'eggs', number: before - 12 });
  expect(held).not.toHaveProperty('round');

  const begin = h.clock.now;
  h.clock.now += 4 * DAY;
  await h.send('readings.import', {
    sensor: h.sensor,
    fileName: 'logger.csv',
    text: `time,celsius\n${Array.from({ length: 96 }, (_, k) => `${new Date(begin + k * HOUR).toISOString()},6`).join('\n')}\n`,
  });
  await h.send('pick.record', { unit: h.units.J1!, stage: 'egg', number: 9 });
  await workJobs(h.db, h.clock.now);
  expect((await heldNow(h.db, h.manager.siteId, [await newest()]))[0]!.round).toMatchObject({ picked: 9 });
});

test('a move names both units, an emptied one too; what books nothing names none; another site sees none', async () => {
  await h.send('move.record', {
    sources: [{ unit: h.units.J1!, stage: 'egg', amount: { kind: 'all' } }],
    to: h.units.J3!,
    sensitive: 'emergency',
  });
  const moved = [await newest()];
  expect((await heldNow(h.db, h.manager.siteId, moved)).map((x) => [x.unit, x.number > 0])).toEqual([
    ['J3', true],
    ['J1', false],
  ]);
  expect(await heldNow(h.db, h.manager.siteId + 1, moved)).toEqual([]);
  await h.send('check.record', { unit: h.units.J2!, stage: 'egg', check: 'fertilised', trials: 100, successes: 90 });
  expect(await heldNow(h.db, h.manager.siteId, [await newest()])).toEqual([]);
  expect(await heldNow(h.db, h.manager.siteId, [])).toEqual([]);
});
