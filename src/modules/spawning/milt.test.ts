import { spawningDay } from '../../../tests/support/example';
import { type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
}, 60_000);

test('milt taken while treated females wait is asked about, until one of them runs', async () => {
  const { day, f1, m1 } = await spawningDay(h);
  const milt = (more = {}) => h.send('spawning.milt', { day, fish: m1, volumeMl: 5, ...more });
  // Nothing was injected: whoever strips both at once is not asked.
  await milt();
  await h.send('spawning.inject', {
    day,
    fish: f1,
    induction: 'pituitary2',
    part: 1,
    massG: 2000,
    dosePerKg: 4,
    concentrationPerMl: 4,
    concentrationUnit: 'mg',
    hormoneLot: 'L7',
    checkedBy: 'Hand',
  });
  expect(await refusal(milt())).toMatchObject({ asks: [{ id: 'noneRuns' }] });
  await milt({ noneRuns: 'meant' });
  await h.send('spawning.ready', { day, fish: f1, found: 'soon' });
  expect(await refusal(milt())).toMatchObject({ asks: [{ id: 'noneRuns' }] });
  await h.send('spawning.ready', { day, fish: f1, found: 'running' });
  await milt();
});
