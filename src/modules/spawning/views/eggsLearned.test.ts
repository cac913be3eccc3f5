import { ledger } from '@/modules/records/views/ledger';
import { type TestHatchery, testHatchery } from '../../../../tests/support/hatchery';
import { dayView } from './day';
import { eggsLearned, packingsHere } from './eggsLearned';

let h: TestHatchery;
let day: number;
let f: number;
let m: number;
const learned = () => eggsLearned(h.db, h.manager.siteId, 'sterlet');

beforeEach(async () => {
  h = await testHatchery();
  f = (await h.send<{ id: number }>('brood.save', { species: 'sterlet', tag: 'F1', sex: 'female' })).id;
  m = (await h.send<{ id: number }>('brood.save', { species: 'sterlet', tag: 'M1', sex: 'male' })).id;
  await h.send('brood.look', { fish: f, massG: 2000 });
  day = (await h.send<{ id: number }>('spawning.save', { species: 'sterlet', day: h.clock.now, plan: {} })).id;
});

const bowl = async (name: string, massG: number) => {
  await h.send('spawning.strip', { day, fish: f, massG });
  await h.send('spawning.cross', { day, bowl: name, females: [{ fish: f, massG }], males: [m], how: 'pooled' });
};
const count = (name: string, measured: unknown, more: Record<string, unknown> = {}) =>
  h.send<{ lotId: number; number: number }>('take.record', {
    species: 'sterlet',
    females: [{ tag: 'F1' }],
    males: [{ tag: 'M1' }],
    cross: 'pooled',
    measured,
    unit: h.units.B1!,
    day,
    bowl: name,
    ...more,
  });
const volume = (totalVolumeMl: number, perMl = 50) => ({
  method: 'volume',
  samples: [10, 10, 10].map((volumeMl, i) => ({ volumeMl, count: 10 * perMl + i - 1 })),
  totalVolumeMl,
});

test('nothing is known before the first bowl; each one counted hardened teaches the swelling and the eggs of a gram', async () => {
  expect(await learned()).toEqual({ swelling: null, perDryG: null, packing: null });
  await bowl('A', 100);
  await bowl('B', 200);
  await count('A', volume(180));
  await count('B', volume(380));
  const l = await learned();
  expect(l.swelling).toMatchObject({ batches: 2, mlPerDryG: expect.closeTo(1.85, 9) });
  expect(l.perDryG!.mean).toBeCloseTo((90 + 95) / 2, 6);
});

test('a bowl counted dry teaches the eggs of a gram, not the swelling; one that was taken back nothing', async () => {
  await bowl('A', 100);
  await count('A', volume(100, 85), { hardened: false });
  expect(await learned()).toMatchObject({ swelling: null, perDryG: { mean: expect.closeTo(85, 6), batches: 1 } });
  const entry = (await h.db('entry').where({ kind: 'take' }).first('id')) as { id: string };
  await h.send('entry.correct', { entryId: entry.id, reason: 'the other bowl' });
  expect((await learned()).perDryG).toBeNull();
});

test('a row and counted volumes of the same eggs teach how closely they lie', async () => {
  await bowl('A', 100);
  await count('A', {
    method: 'combined',
    parts: [{ method: 'trough', troughLengthMm: 250, counts: [100, 100.5, 99.5], totalVolumeMl: 180 }, volume(180, 75)],
  });
  const { packing } = await learned();
  // 75 eggs a millilitre of 2.5 mm: 75 · π 2.5³/6 / 1000.
  expect(packing!.mean).toBeCloseTo((75 * Math.PI * 2.5 ** 3) / 6000, 4);
  expect(packing!.sd).toBeGreaterThan(0);
  expect(await packingsHere(h.db, h.manager.siteId)).toMatchObject({ sterlet: { batches: 1 } });
});

test('dead taken out before the count are taken and lost', async () => {
  await bowl('A', 100);
  const { lotId, number } = await count('A', volume(180), { removed: 340 });
  expect(await h.number('B1')).toBe(number);
  const moved = (await h
    .db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .where('h.lot_id', lotId)
    .whereIn('p.account', ['taken', 'picked'])
    .select('p.account', 'p.delta')) as { account: string; delta: number }[];
  expect(moved).toEqual(
    expect.arrayContaining([
      { account: 'taken', delta: -(number + 340) },
      { account: 'picked', delta: 340 },
    ]),
  );
  const [take] = await ledger(h.db, h.manager.siteId, { kinds: ['take'], limit: 1 });
  expect(take!.says).toContain('340 of them dead');
  // The spawning day says what lives, not what was taken.
  const v = (await dayView(h.db, { siteId: h.manager.siteId }, day, h.clock.now))!;
  expect(v.counted.number).toBe(number);
});

test('what she gave stands against what her mass promises', async () => {
  await bowl('A', 60);
  const v = (await dayView(h.db, { siteId: h.manager.siteId }, day, h.clock.now))!;
  // By the diameter in Reference, since nothing was counted here: 60 g of eggs of 2.2 mm are some 10 000, of 55 000.
  expect(v.perDryG).toMatchObject({ own: false });
  expect(v.females[0]!.gave).toMatchObject({ state: 'low' });
});
