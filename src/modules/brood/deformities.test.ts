import { type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { deformityView } from './views/deformities';

let h: TestHatchery;
const record = (unit: string, looked: number, deformed: number, kinds: Record<string, number>, more = {}) =>
  h.send<{ estimate: number }>('deformity.record', { unit: h.units[unit]!, looked, deformed, kinds, ...more });
const view = () => deformityView(h.db, h.manager.siteId, 'arctic-char');

/** A lot of fry of one mother and one father in a unit. */
async function fry(female: string, males: string[], unit: string, number = 2000) {
  const { lotId } = await h.send<{ lotId: number }>('take.record', {
    species: 'arctic-char',
    females: [{ tag: female }],
    males: males.map((tag) => ({ tag })),
    cross: 'pooled',
    measured: { method: 'counted', number },
    unit: h.units[unit]!,
  });
  await h.send('stage.change', { unit: h.units[unit]!, lotId, to: 'yolksac', early: 'seen', amount: { kind: 'all' } });
  return lotId;
}

beforeEach(async () => {
  h = await testHatchery();
});

test('what was looked at is an observation: no animal moves, kinds and share are kept', async () => {
  await fry('F1', ['M1'], 'R1');
  expect((await record('R1', 200, 8, { jaw: 5, tail: 4 })).estimate).toBeCloseTo(0.04, 9);
  expect(await h.number('R1')).toBe(2000);
  const v = await view();
  expect(v.seasons).toMatchObject([{ looked: 200, deformed: 8, samples: 1 }]);
  expect(v.kinds.map((k) => [k.kind, Object.values(k.by)[0]!.seen])).toEqual([
    ['jaw', 5],
    ['tail', 4],
  ]);
  expect(v.samples[0]).toMatchObject({ unit: 'R1', looked: 200, deformed: 8 });
});

test('counts that cannot be are refused at their field', async () => {
  await fry('F1', ['M1'], 'R1', 150);
  expect(await refusal(record('R1', 20, 21, { jaw: 21 }))).toMatchObject({ path: 'deformed' });
  expect(await refusal(record('R1', 20, 2, { jaw: 3 }))).toMatchObject({ path: 'deformed' });
  expect(await refusal(record('R1', 20, 3, { jaw: 2 }))).toMatchObject({ path: 'kinds' });
  expect(await refusal(record('R1', 400, 0, {}))).toMatchObject({ code: 'moreThanThere', path: 'looked' });
  expect(await refusal(record('R1', 20, 1, { horns: 1 }))).toMatchObject({ path: expect.stringContaining('kinds') });
  await h.send('take.record', {
    species: 'arctic-char',
    females: [{ tag: 'F9' }],
    males: [{ tag: 'M9' }],
    cross: 'pooled',
    measured: { method: 'counted', number: 500 },
    unit: h.units.J1!,
  });
  expect(await refusal(record('J1', 20, 0, {}))).toMatchObject({ code: 'eggs' });
});

test('traced over lots: the father behind the deformed ones is named, the one who shared a lot with him is not', async () => {
  const units = ['R1', 'R2', 'R3', 'R4', 'R5', 'R6'];
  const fathers = [['M1'], ['M2'], ['M1'], ['M2'], ['M3'], ['M1', 'M3']];
  const deformed = [22, 3, 25, 4, 3, 13];
  for (const [i, unit] of units.entries()) {
    await fry(`F${i + 1}`, fathers[i]!, unit);
    await record(unit, 200, deformed[i]!, { hump: deformed[i]! });
  }
  const v = await view();
  expect(v.parents.filter((p) => p.standsOut).map((p) => [p.sex, p.tag])).toEqual([['male', 'M1']]);
  expect(v.parents.find((p) => p.tag === 'M1')!.rate).toBeGreaterThan(0.09);
  expect(v.parents.find((p) => p.tag === 'F1')!.fishId).not.toBeNull();
});

test('a sample corrected counts as corrected, taken back it counts no more', async () => {
  await fry('F1', ['M1'], 'R1');
  await record('R1', 200, 80, { jaw: 80 });
  const entry = async () =>
    ((await h.db('entry').where({ kind: 'deformity' }).orderBy('seq', 'desc').first('id')) as { id: string }).id;
  await h.send('entry.correct', {
    entryId: await entry(),
    reason: 'a nought too many',
    replacement: { deformed: 8, kinds: { jaw: 8 } },
  });
  expect((await view()).seasons).toMatchObject([{ looked: 200, deformed: 8 }]);
  await h.send('entry.correct', { entryId: await entry(), reason: 'the other tank' });
  expect((await view()).seasons).toEqual([]);
});
