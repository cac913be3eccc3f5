import { HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';

let h: TestHatchery;
beforeAll(async () => {
  h = await testHatchery();
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R1!,
    measured: { method: 'counted', number: 5000 },
  });
});

/** Fry weighed in three scoops whose counts lie `apart` from one another. */
const weighed = async (apart: number) => {
  h.clock.now += HOUR;
  await h.send('count.record', {
    unit: h.units.R1!,
    measured: {
      method: 'weight',
      totalMassG: 5000,
      batches: [100 - apart, 100, 100 + apart].map((count) => ({ count, massG: 100 })),
    },
    answer: 'note',
  });
};
const seen = async () =>
  (await h.db('observation').where({ kind: 'census' }).orderBy('id', 'desc').first('low', 'high')) as {
    low: number;
    high: number;
  };
const width = async () => {
  const { low, high } = await seen();
  return high - low;
};

test('what the counts usually scatter by is learned from those that stand, not from those taken back', async () => {
  await weighed(2);
  const alone = await width();
  for (let i = 0; i < 5; i++) await weighed(40);
  await weighed(2);
  const learned = await width();
  expect(learned).toBeGreaterThan(2 * alone);
  const wide = (await h.db('entry').where({ kind: 'count' }).orderBy('seq').pluck('id')) as string[];
  for (const entryId of wide.slice(1, 6)) await h.send('entry.correct', { entryId, reason: 'another tank' });
  await weighed(2);
  expect(await width()).toBeLessThan(learned / 2);
});
