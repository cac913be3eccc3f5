import { saltBath, standIn } from '../../../tests/support/example';
import { HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { chemicalStore } from './views/chemicals';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});
const save = async (name: string, more: object = {}) =>
  (await h.send<{ id: number }>('chemical.save', { name, place: 'shed', ...more })).id;
const move = (chemical: number, what: string, amount: number, more: object = {}) =>
  h.send<{ left: number }>('chemical.move', { chemical, what, amount, ...more });
const store = () => chemicalStore(h.db, h.manager.siteId, h.clock.now);

test('what came, went and was counted; what a treatment took is taken off by its name; taken back it stands again', async () => {
  const salt = await save('Salt', { least: 5000 });
  expect((await move(salt, 'came', 25_000)).left).toBe(25_000);
  expect((await move(salt, 'used', 3000)).left).toBe(22_000);
  const at = await standIn(h, 'fry');
  h.clock.now += HOUR;
  const { productG } = await h.send<{ productG: number }>('treatment.give', {
    ...at,
    ...saltBath,
  });
  expect(productG).toBe(7200);
  expect((await store()).list[0]).toMatchObject({ left: 14_800, moves: [{ what: 'treatment', said: 'R1' }, {}, {}] });
  h.clock.now += HOUR;
  expect((await move(salt, 'counted', 14_000)).left).toBe(14_000);
  const count = await h.db('entry').where({ kind: 'chemical' }).orderBy('seq', 'desc').first('id');
  await h.send('entry.correct', { entryId: count!.id, reason: 'another sack' });
  expect((await store()).list[0]!.left).toBe(14_800);
});

test('more than is there is asked about, ten times as much is refused; one name once; nothing of nothing', async () => {
  const id = await save('formalin', { unit: 'mL', hazard: 'formalin' });
  await move(id, 'came', 1000);
  expect((await refusal(move(id, 'used', 1200))).asks.map((a) => a.id)).toEqual(['shortStock']);
  expect((await move(id, 'used', 1200, { shortStock: 'yes' })).left).toBe(0);
  await move(id, 'came', 1000);
  expect((await refusal(move(id, 'disposed', 11_000))).code).toBe('tooMuch');
  expect((await refusal(move(id, 'used', 0))).path).toBe('amount');
  expect((await refusal(save('formalin'))).path).toBe('name');
  expect((await refusal(move(999, 'came', 1))).code).toBe('noChemical');
  await h.send('chemical.save', { id, name: 'formalin', unit: 'mL', retired: true });
  expect((await store()).list).toEqual([]);
  // Off the list, its name is free.
  await save('formalin');
});

test('what must not stand together is told while both are there', async () => {
  const [bleach, acid] = [await save('bleach', { hazard: 'chlorine' }), await save('vinegar', { hazard: 'acid' })];
  expect((await store()).apart).toEqual([]);
  await move(bleach, 'came', 5000);
  await move(acid, 'came', 5000);
  expect((await store()).apart).toMatchObject([{ a: 'bleach', b: 'vinegar' }]);
  await h.send('chemical.save', { id: acid, name: 'vinegar', hazard: 'acid', place: 'kitchen' });
  expect((await store()).apart).toEqual([]);
});
