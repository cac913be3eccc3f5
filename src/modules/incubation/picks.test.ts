import { ledger } from '@/modules/records/views/ledger';
import { laidDown, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
});
const volume = {
  method: 'volume',
  samples: [
    { volumeMl: 10, count: 198 },
    { volumeMl: 10, count: 205 },
    { volumeMl: 10, count: 201 },
  ],
  totalVolumeMl: 150,
};
const pick = (more: object) => h.send<{ number: number }>('pick.record', { unit: h.units.J1!, ...more });
const line = async () => (await ledger(h.db, h.manager.siteId, { kinds: ['pick'], limit: 5 }))[0]!;

test('many dead are measured: the number leaves with its doubt, and the round is seen with it', async () => {
  const [before, sd] = [await h.number('J1'), await h.sd('J1')];
  const r = await pick({ measured: volume });
  // 604 in 30 mL, five times over.
  expect(r.number).toBe(3020);
  expect(await h.number('J1')).toBe(before - 3020);
  expect(await h.sd('J1')).toBeGreaterThan(sd);
  expect(await h.db('observation').where({ kind: 'pick' }).pluck('value')).toEqual([3020]);
  expect((await line()).says).toMatch(/^about 3.020 from J1/);
});

test('counted they leave exactly; none is a round too; neither number nor measure is no pick', async () => {
  const sd = await h.sd('J1');
  await pick({ number: 34 });
  expect(await h.sd('J1')).toBeCloseTo(sd, 6);
  await pick({ number: 0 });
  expect(await h.db('observation').where({ kind: 'pick' }).pluck('value')).toEqual([34, 0]);
  expect(await refusal(pick({}))).toMatchObject({ path: 'number' });
});

test('a measured pick is corrected by a count, which takes the measure away', async () => {
  const before = await h.number('J1');
  await pick({ measured: volume });
  await h.send('entry.correct', {
    entryId: (await line()).id,
    reason: 'counted over',
    replacement: { number: 2900, measured: null },
  });
  expect(await h.number('J1')).toBe(before - 2900);
  expect((await line()).says).toMatch(/^2.900 from J1/);
});
