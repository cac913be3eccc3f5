import { entryToCorrect } from '@/modules/entryToCorrect';
import { DAY, laidDown, type TestHatchery, testHatchery } from '../../tests/support/hatchery';

let h: TestHatchery;
const all = { kind: 'all' };

beforeAll(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J3']);
  h.clock.now += DAY;
  await h.send('pick.record', { unit: h.units.J3!, number: 340, note: 'fungus' }, h.culturist);
  h.clock.now += DAY;
  await h.send('stage.change', {
    unit: h.units.J1!,
    to: 'yolksac',
    early: 'seen',
    amount: { kind: 'measured', measured: { method: 'counted', number: 20_000 } },
  });
  await h.send('stage.change', { unit: h.units.J1!, to: 'yolksac', early: 'seen', amount: all });
  await h.send('stage.change', { unit: h.units.J3!, to: 'yolksac', early: 'seen', amount: all });
  h.clock.now += DAY;
  await h.send('move.record', {
    sources: [
      { unit: h.units.J3!, amount: all },
      { unit: h.units.J1!, amount: all },
    ],
    to: h.units.R1!,
    toStage: 'fry',
  });
  await h.send('note.record', { note: 'all quiet' });
});

const find = async (kind: string, nth = 0) => {
  const ids = (await h.db('entry').where({ kind }).orderBy('seq').pluck('id')) as string[];
  return entryToCorrect(h.db, h.manager.siteId, ids[nth]!);
};

test('a pick: as it was sent, and its holding as it stood before', async () => {
  const found = (await find('pick'))!;
  expect(found.original).toMatchObject({ kind: 'pick', precision: 'minute', measuredBy: 'Culturist', note: 'fungus' });
  expect(found.original.payload).toMatchObject({ unit: h.units.J3!, number: 340 });
  expect(found.holdings).toHaveLength(1);
  expect(found.holdings[0]).toMatchObject({ unit: 'J3', stage: 'egg', number: 30_750, lot: 'AC-31-01' });
  expect(found.holdings[0]!.checks.length).toBeGreaterThan(0);
});

test('the second part of a hatch is about the eggs that were left, not about the larvae', async () => {
  const found = (await find('hatch', 1))!;
  expect(found.holdings.map((x) => [x.unit, x.stage, x.number])).toEqual([['J1', 'egg', 10_750]]);
});

test('ponding from two jars: both, in the order in which they were named', async () => {
  const found = (await find('pond'))!;
  expect(found.holdings.map((x) => [x.unit, x.stage, x.number])).toEqual([
    ['J3', 'yolksac', 30_410],
    ['J1', 'yolksac', 30_750],
  ]);
});

test('laying down is about the spawning day; what it led to is not offered as its source', async () => {
  const found = (await find('layDown'))!;
  expect(found.holdings.map((x) => [x.unit, x.number])).toEqual([['B1', 61_500]]);
  expect(found.places.map((p) => p.name)).toEqual(expect.arrayContaining(['B1', 'J4', 'R6']));
  expect(found.sites.map((s) => s.name)).toEqual(['Lake Ivarre']);
  expect(found.species.map((s) => s.id)).toContain('arctic-char');
});

test('a note on the day is about no holding', async () => {
  expect((await find('note'))!.holdings).toEqual([]);
});

test('what was corrected already, and what is another hatchery’s, is not found', async () => {
  const { id } = (await h.db('entry').where({ kind: 'pick' }).first('id')) as { id: string };
  expect(await entryToCorrect(h.db, h.manager.siteId + 1, id)).toBeNull();
  expect(await entryToCorrect(h.db, h.manager.siteId, 'no such entry')).toBeNull();
  await h.send('entry.correct', { entryId: id, reason: 'another jar' });
  expect(await entryToCorrect(h.db, h.manager.siteId, id)).toBeNull();
});
