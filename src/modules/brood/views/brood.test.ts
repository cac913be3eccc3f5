import { speciesList } from '@/modules/reference/views/reference';
import { DAY, takeOf61500, testHatchery } from '../../../../tests/support/hatchery';
import { broodView, speciesOfPage } from './brood';

test('a take that was taken back, or corrected with another mother, is no spawning of the first', async () => {
  const h = await testHatchery();
  const timesOf = async () => {
    const { fish } = await broodView(h.db, h.manager.siteId, 'arctic-char', h.clock.now);
    return Object.fromEntries(fish.map((f) => [f.tag, f.spawned]));
  };
  for (const tag of ['F31', 'F32']) await h.send('brood.save', { species: 'arctic-char', tag, sex: 'female' });
  const take = { ...takeOf61500(h.units.B1!), females: [{ tag: 'F31' }] };
  await h.send('take.record', take);
  const entry = (await h.db('entry').where({ kind: 'take' }).first('id')) as { id: string };
  expect(await timesOf()).toMatchObject({ F31: 1, F32: 0 });
  h.clock.now += DAY;
  await h.send('entry.correct', {
    entryId: entry.id,
    reason: 'the other female',
    replacement: { females: [{ tag: 'F32' }] },
  });
  expect(await timesOf()).toMatchObject({ F31: 0, F32: 1 });
  // F31 gave nothing now: her sex may be corrected.
  const f31 = (await h.db('brood_fish').where({ tag: 'F31' }).first('id')) as { id: number };
  await h.send('brood.save', { id: f31.id, species: 'arctic-char', tag: 'F31', sex: 'male' });
  const again = (await h.db('entry').where({ kind: 'take' }).orderBy('seq', 'desc').first('id')) as { id: string };
  await h.send('entry.correct', { entryId: again.id, reason: 'no take at all' });
  expect(await timesOf()).toMatchObject({ F31: 0, F32: 0 });
});

test('where a female of a tank is ripe, the males beside her of whom nobody saw it are named', async () => {
  const h = await testHatchery();
  const fish = async (tag: string, sex: string, unit: number) => {
    const { id } = await h.send<{ id: number }>('brood.save', { species: 'arctic-char', tag, sex });
    await h.send('brood.move', { fish: [id], unit });
    return id;
  };
  const f1 = await fish('F1', 'female', h.units.R1!);
  const m1 = await fish('M1', 'male', h.units.R1!);
  await fish('M2', 'male', h.units.R2!);
  const m3 = await fish('M3', 'male', h.units.R1!);
  const beside = async () =>
    Object.fromEntries(
      (await broodView(h.db, h.manager.siteId, 'arctic-char', h.clock.now)).fish.map((f) => [f.tag, f.besideRipe]),
    );
  expect(await beside()).toEqual({ F1: [], M1: [], M2: [], M3: [] });
  const { ripeness } = (await broodView(h.db, h.manager.siteId, 'arctic-char', h.clock.now)).book;
  const ready = (sex: string) => ripeness.find((r) => r.sex === sex && r.ready)!.id;
  await h.send('brood.look', { fish: f1, ripeness: ready('female') });
  await h.send('brood.look', { fish: m3, ripeness: ready('male') });
  expect(await beside()).toEqual({ F1: [], M1: ['F1'], M2: [], M3: [] });
  await h.send('brood.move', { fish: [m1], unit: h.units.R2 });
  expect((await beside()).M1).toEqual([]);
});

test('the brood page of a hatchery without brood fish is about the species of its last lot', async () => {
  const h = await testHatchery();
  const page = async () => (await speciesOfPage(h.db, h.manager.siteId, null, h.clock.now)).book.id;
  const before = await page();
  // Before its first lot: that with which it was set up.
  await h.db('site').update({ first_species: 'walleye' });
  expect(await page()).toBe('walleye');
  expect((await speciesList(h.db, h.manager.siteId)).filter((s) => s.kept).map((s) => s.id)).toEqual(['walleye']);
  await h.send('stock.bring', {
    account: 'opening',
    species: 'pikeperch',
    stage: 'fry',
    measured: { method: 'counted', number: 500 },
    unit: h.units.R1!,
  });
  expect([before === 'pikeperch', await page()]).toEqual([false, 'pikeperch']);
});
