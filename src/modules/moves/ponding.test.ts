import { ledger } from '@/modules/records/views/ledger';
import { laidDown, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
  for (const jar of ['J1', 'J2'])
    await h.send('stage.change', { unit: h.units[jar]!, to: 'yolksac', early: 'seen', amount: { kind: 'all' } });
});
const pond = (source: object, more: object = {}) =>
  h.send('move.record', {
    sources: [{ unit: h.units.J1!, stage: 'yolksac', amount: { kind: 'all' }, ...source }],
    to: h.units.R1!,
    toStage: 'fry',
    ...more,
  });

test('dead and unhatched are taken out, the unready stay, the rest go over: no animal is made or lost', async () => {
  const [before, sd] = [await h.number('J1', 'yolksac'), await h.sd('J1', 'yolksac')];
  await pond({ dead: 140, stay: 600 });
  expect(await h.number('R1', 'fry')).toBe(before - 740);
  expect(await h.number('J1', 'yolksac')).toBe(600);
  const [dead] = await h.db('posting').where({ account: 'dead' }).whereNull('superseded_seq').sum({ n: 'delta' });
  expect(Number(dead!.n)).toBe(140);
  // What was not counted keeps its doubt; those that stay are a share of it.
  expect((await h.sd('R1', 'fry')) / sd).toBeCloseTo((before - 740) / (before - 140), 1);
  const seen = await h.db('observation').whereIn('kind', ['dead', 'unready']).orderBy('kind').select('kind', 'value');
  expect(seen).toEqual([
    { kind: 'dead', value: 140 },
    { kind: 'unready', value: 600 },
  ]);
});

test('where none stay the unit is empty and closed; those that stayed are ponded later into the same tank', async () => {
  const before = await h.number('J1', 'yolksac');
  await pond({ stay: 500 });
  await pond({ dead: 20 });
  expect(await h.number('J1', 'yolksac')).toBe(0);
  expect(await h.number('R1', 'fry')).toBe(before - 20);
});

test('more than stand there, or a part that leaves others anyway, is refused at its field and moves nobody', async () => {
  const before = await h.number('J1', 'yolksac');
  const all = await refusal(pond({ dead: 100, stay: before }));
  expect([all.code, all.path]).toEqual(['apart', 'sources.0.stay']);
  const part = await refusal(
    pond({ stay: 5, amount: { kind: 'measured', measured: { method: 'counted', number: 9 } } }),
  );
  expect(part.code).toBe('apart');
  expect(await h.number('J1', 'yolksac')).toBe(before);
});

test('corrected, the numbers of the first time are gone with it', async () => {
  const before = await h.number('J1', 'yolksac');
  await pond({ dead: 140, stay: 600 });
  const entry = (await h.db('entry').where({ kind: 'pond' }).first('id')) as { id: string };
  await h.send('entry.correct', {
    entryId: entry.id,
    reason: 'sixty stayed',
    replacement: {
      sources: [{ unit: h.units.J1!, stage: 'yolksac', amount: { kind: 'all' }, dead: 140, stay: 60 }],
    },
  });
  expect(await h.number('J1', 'yolksac')).toBe(60);
  expect(await h.number('R1', 'fry')).toBe(before - 200);
});

test('how long the slowest net was in air stands with the move; more than they bear is said at once', async () => {
  const over = async (seconds: number) =>
    (await pond({ stay: 500 }, { airSeconds: seconds })) as { longInAir: number | null };
  expect((await over(45)).longInAir).toBeNull();
  const [entry] = await ledger(h.db, h.manager.siteId, { limit: 1 });
  expect(entry!.says).toMatch(/R1.*, 45 s out of the water at most$/);
  expect((await pond({}, { airSeconds: 95 })) as object).toMatchObject({ longInAir: 95 });
});
