import { thresholds } from '@/core/thresholds';
import { putThresholdsInForce } from '@/core/thresholdsInForce';
import { setThresholds, takeUpThresholds } from '@/store/thresholds';
import { laidDown, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { example as bath } from '../incubation/acts/bathe/example';
import { referenceView, THRESHOLDS, thresholdsView, valueHistory } from './views/reference';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});
afterEach(() => putThresholdsInForce({}));

const set = (id: string, value: number, more: Record<string, unknown> = {}) =>
  h.send('threshold.set', { id, value, source: 'own counts 2031', why: 'ours differ', ...more });

test('a threshold that is set is in force at once, says where it is from, and keeps the one before it', async () => {
  await set('gasLimit', 102);
  await set('gasLimit', 101);
  expect(thresholds.gasLimit.value).toBe(101);
  const row = (await thresholdsView(h.db, h.manager.siteId)).rows.find((r) => r.id === 'gasLimit')!;
  expect(row).toMatchObject({ value: 101, shipped: 103, source: 'own counts 2031' });
  const history = await valueHistory(h.db, h.manager.siteId, THRESHOLDS);
  expect(history.map((x) => [x.path, x.value, x.by])).toEqual([
    ['gasLimit', 101, 'Manager'],
    ['gasLimit', 102, 'Manager'],
  ]);
});

test('acts judge by it: a bath that was refused goes on where this hatchery bears more', async () => {
  const input = (await bath.given(h)) as Record<string, unknown>;
  const strong = { ...input, targetMgPerL: 5500 };
  expect((await refusal(h.send('eggs.bathe', strong))).code).toBe('doseStop');
  await set('unknownBathStop', 6000);
  const now = await h.send('eggs.bathe', strong).then(
    () => 'recorded',
    (e) => (e as { code: string }).code,
  );
  expect(now).not.toBe('doseStop');
  expect((await refusal(h.send('eggs.bathe', { ...strong, targetMgPerL: 6500 }))).code).toBe('doseStop');
});

test('what it cannot be is refused at its field; what is far off is asked about, and can be meant', async () => {
  const at = async (id: string, value: number) => {
    const r = await refusal(set(id, value));
    return [r.path, r.message];
  };
  expect(await at('gasLimit', 0)).toEqual(['value', 'The value must be above 0.']);
  expect(await at('gasLimit', -3)).toEqual(['value', 'The value must be above 0.']);
  expect(await at('swumUpShare', 70)).toEqual(['value', 'The value is a share: from 0 to 1.']);
  expect(await at('settledBatches', 4.5)).toEqual(['value', 'The value must be a whole number of batches.']);
  expect(await at('doseStop', 0.5)).toEqual(['value', 'The value is so many times: 1 at least.']);
  expect((await refusal(set('nothing', 3))).path).toBe('id');
  expect((await refusal(set('chlorineLimit', 0.19))).asks?.map((a) => a.id)).toEqual(['farOff']);
  expect(thresholds.chlorineLimit.value).toBe(0.019);
  await set('chlorineLimit', 0.19, { farOff: 'meant' });
  expect(thresholds.chlorineLimit.value).toBe(0.19);
  expect(
    (await refusal(h.send('threshold.set', { id: 'gasLimit', value: 102, source: 'x', why: 'y' }, h.culturist))).code,
  ).toBe('notAllowed');
});

test('nothing is in force that was refused', async () => {
  await refusal(set('gasLimit', 102, { source: ' ' }));
  expect(thresholds.gasLimit.value).toBe(103);
});

test('checked against a source, it no longer counts as unverified; the dates of what lives here are computed anew', async () => {
  await laidDown(h, ['J1', 'J2']);
  await h.db('job').delete();
  const before = (await referenceView(h.db, h.manager.siteId)).unverified.length;
  await set('hatchFrom', 0.65, { source: 'seen at hatches 2028 to 2031' });
  const after = await referenceView(h.db, h.manager.siteId);
  expect(after.unverified).toHaveLength(before - 1);
  expect(await h.db('job').where({ kind: 'predict' })).toHaveLength(1);
});

test('a process that begins takes up what was set; what this version does not know, or cannot read, is listed', async () => {
  await set('gasLimit', 101);
  for (const [path, value] of [
    ['goneByNow', 3],
    ['swumUpShare', 7],
  ] as const)
    await h.db('species_value').insert({
      site_id: h.manager.siteId,
      species: THRESHOLDS,
      path,
      value: JSON.stringify(value),
      source: 'own',
      why: 'then',
      recorded_by: h.manager.id,
      recorded_at: h.clock.now,
    });
  putThresholdsInForce({});
  await takeUpThresholds(h.db);
  expect(thresholds.gasLimit.value).toBe(101);
  expect(thresholds.swumUpShare.value).toBe(0.7);
  expect((await setThresholds(h.db, h.manager.siteId)).unfit).toEqual([
    { path: 'goneByNow', why: 'this version has no such threshold' },
    { path: 'swumUpShare', why: 'is a share: from 0 to 1' },
  ]);
  expect((await referenceView(h.db, h.manager.siteId)).unfit.map((u) => u.species)).toEqual([
    'thresholds',
    'thresholds',
  ]);
});

test('an empty database has those that ship', async () => {
  putThresholdsInForce({ gasLimit: 101 });
  await h.db.raw('SET FOREIGN_KEY_CHECKS = 0');
  await h.db('site').delete();
  await h.db.raw('SET FOREIGN_KEY_CHECKS = 1');
  await takeUpThresholds(h.db);
  expect(thresholds.gasLimit.value).toBe(103);
});
