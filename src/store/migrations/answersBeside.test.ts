import { type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { answersAmongFields, answersBeside } from './answersBeside';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});

const intents = async () =>
  ((await h.db('entry').orderBy('seq').pluck('intent')) as (string | object)[]).map((i) =>
    typeof i === 'string' ? JSON.parse(i) : i,
  );

test('answers among the fields of older entries go beside them, and come back; what only bears such a name stays', async () => {
  await h.send('note.record', { note: 'one' });
  await h.send('note.record', { note: 'two' });
  await h.send('note.record', { note: 'three' });
  const [a, b, c] = (await h.db('entry').orderBy('seq').pluck('seq')) as number[];
  const old = [
    { unit: 1, number: 12_000, shortfall: 'yes', sensitive: 'emergency', cause: 'answer: "yes"' },
    // A dose in figures, a path of Reference: no answers.
    { dose: 3, path: 'limits.oxygen@all', bath: 'iodophor' },
    { species: 'carp', sure: 'yes', answers: { goneBefore: 'stored' } },
  ];
  for (const [i, seq] of [a, b, c].entries())
    await h
      .db('entry')
      .where({ seq })
      .update({ intent: JSON.stringify(old[i]) });
  await answersBeside(h.db);
  const moved = [
    { unit: 1, number: 12_000, cause: 'answer: "yes"', answers: { shortfall: 'yes', sensitive: 'emergency' } },
    old[1],
    { species: 'carp', answers: { goneBefore: 'stored', sure: 'yes' } },
  ];
  expect(await intents()).toEqual(moved);
  await answersBeside(h.db);
  expect(await intents()).toEqual(moved);
  await answersAmongFields(h.db);
  expect((await intents())[0]).toEqual(old[0]);
});
